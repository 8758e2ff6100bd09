import { libraryText } from '../../../../areas/library/model/failures.ts';
import { draftSchema } from '../../../../areas/library/model/schemas.ts';
import { saveDraft } from '../../../../areas/library/server/index.ts';
import { command } from '../../../../platform/http/endpoint.ts';

export const PUT = command({
  role: 'technician',
  schema: draftSchema,
  text: libraryText,
  statuses: { noProfile: 404 },
  run: ({ ctx, params, body }) => saveDraft(ctx, params['id']!, body.baseRevisionId, body.typed),
});
