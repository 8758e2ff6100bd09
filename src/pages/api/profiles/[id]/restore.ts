import { libraryText } from '../../../../areas/library/model/failures.ts';
import { restoreSchema } from '../../../../areas/library/model/schemas.ts';
import { restoreRevision } from '../../../../areas/library/server/index.ts';
import { command } from '../../../../platform/http/endpoint.ts';

export const POST = command({
  role: 'technician',
  schema: restoreSchema,
  text: libraryText,
  statuses: { noProfile: 404, noRevision: 404, stockReadOnly: 409 },
  run: ({ ctx, params, body }) => restoreRevision(ctx, params['id']!, body.revisionId),
});
