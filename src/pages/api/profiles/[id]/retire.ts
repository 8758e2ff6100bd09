import { libraryText } from '../../../../areas/library/model/failures.ts';
import { retireSchema } from '../../../../areas/library/model/schemas.ts';
import { retireProfile } from '../../../../areas/library/server/index.ts';
import { command } from '../../../../platform/http/endpoint.ts';

export const POST = command({
  role: 'technician',
  schema: retireSchema,
  text: libraryText,
  statuses: { noProfile: 404, stockReadOnly: 409 },
  run: ({ ctx, params, body }) => retireProfile(ctx, params['id']!, body.retired, body.why),
});
