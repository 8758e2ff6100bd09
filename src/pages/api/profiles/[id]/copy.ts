import { libraryText } from '../../../../areas/library/model/failures.ts';
import { copySchema } from '../../../../areas/library/model/schemas.ts';
import { copyProfile } from '../../../../areas/library/server/index.ts';
import { command } from '../../../../platform/http/endpoint.ts';

export const POST = command({
  role: 'technician',
  schema: copySchema,
  text: libraryText,
  statuses: { noProfile: 404, nameTaken: 409 },
  run: ({ ctx, params, body }) => copyProfile(ctx, params['id']!, body.name),
});
