import { Readable } from 'node:stream';
import { checkText } from '../../../../areas/checks/model/failures.ts';
import { findOutcomePicture } from '../../../../areas/checks/server/index.ts';
import { fail } from '../../../../core/result/result.ts';
import { readFile } from '../../../../platform/files/store.ts';
import { reading } from '../../../../platform/http/endpoint.ts';
import { asks, words } from '../../../../platform/http/query.ts';

/** The picture somebody kept with an outcome. */
export const GET = reading({
  role: 'viewer',
  query: asks({ outcome: words.required() }),
  database: 'streamed',
  text: checkText,
  statuses: { noFile: 404 },
  run: async ({ ctx, params, query }) => {
    const picture = await findOutcomePicture(ctx, params['id']!, query.outcome);
    if (!picture) return fail({ code: 'noFile' });
    return new Response(Readable.toWeb(Readable.from(readFile(ctx, picture.sha))) as ReadableStream, {
      headers: {
        'content-type': picture.type,
        'cache-control': 'private, max-age=86400',
        'content-security-policy': "default-src 'none'",
        'x-content-type-options': 'nosniff',
      },
    });
  },
});
