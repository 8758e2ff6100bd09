import { Readable } from 'node:stream';
import { trialText } from '../../../../../areas/trials/model/failures.ts';
import { addPicture } from '../../../../../areas/trials/server/index.ts';
import { fail } from '../../../../../core/result/result.ts';
import { upload } from '../../../../../platform/http/endpoint.ts';
import { asks, digits, words } from '../../../../../platform/http/query.ts';

export const PUT = upload({
  role: 'technician',
  query: asks({ band: digits.required(), feature: words }),
  text: trialText,
  statuses: { noTrial: 404, badPicture: 422 },
  run: ({ ctx, params, query, request }) =>
    request.body
      ? addPicture(
          ctx,
          params['id']!,
          { band: Number(query.band), feature: query.feature ?? '' },
          Readable.fromWeb(request.body as never),
        )
      : Promise.resolve(fail({ code: 'badPicture' as const, what: 'The picture is empty', todo: 'take it again' })),
});
