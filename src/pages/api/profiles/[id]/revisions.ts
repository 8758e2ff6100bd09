import { libraryText } from '../../../../areas/library/model/failures.ts';
import type { Reasons } from '../../../../areas/library/model/records.ts';
import { saveSchema } from '../../../../areas/library/model/schemas.ts';
import { saveRevision } from '../../../../areas/library/server/index.ts';
import type { Values } from '../../../../areas/library/settings/define.ts';
import { command } from '../../../../platform/http/endpoint.ts';

export const POST = command({
  role: 'technician',
  schema: saveSchema,
  text: libraryText,
  statuses: { noProfile: 404, noRevision: 404, stockReadOnly: 409 },
  run: ({ ctx, params, body }) =>
    saveRevision(ctx, {
      ...body,
      profileId: params['id']!,
      own: body.own as Values,
      reasons: body.reasons as Reasons,
      decided: body.decided ?? [],
    }),
});
