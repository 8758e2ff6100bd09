import { libraryText } from '../../../../areas/library/model/failures.ts';
import { aboutSchema } from '../../../../areas/library/model/schemas.ts';
import { describeProfile } from '../../../../areas/library/server/index.ts';
import { command } from '../../../../platform/http/endpoint.ts';

export const POST = command({
  role: 'technician',
  schema: aboutSchema,
  text: libraryText,
  statuses: { noProfile: 404, stockReadOnly: 409 },
  run: ({ ctx, params, body }) => describeProfile(ctx, params['id']!, body),
});
