import { libraryText } from '../../../../areas/library/model/failures.ts';
import { saveSchema } from '../../../../areas/library/model/schemas.ts';
import { saveRevision } from '../../../../areas/library/server/index.ts';
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
      own: body.own,
      reasons: body.reasons,
      decided: body.decided ?? [],
    }),
});
