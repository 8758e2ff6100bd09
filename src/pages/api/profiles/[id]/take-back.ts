import { libraryText } from '../../../../areas/library/model/failures.ts';
import { takeBackSchema } from '../../../../areas/library/model/schemas.ts';
import { takeBack } from '../../../../areas/library/server/index.ts';
import { command } from '../../../../platform/http/endpoint.ts';

export const POST = command({
  role: 'technician',
  schema: takeBackSchema,
  text: libraryText,
  statuses: { noProfile: 404, movedOn: 409 },
  run: ({ ctx, params, body }) => takeBack(ctx, params['id']!, body.number),
});
