import { libraryText } from '../../../areas/library/model/failures.ts';
import { takeBackManySchema } from '../../../areas/library/model/schemas.ts';
import { takeBackMany } from '../../../areas/library/server/index.ts';
import { command } from '../../../platform/http/endpoint.ts';

export const POST = command({
  role: 'technician',
  schema: takeBackManySchema,
  text: libraryText,
  statuses: { noProfile: 404, movedOn: 409 },
  run: ({ ctx, body }) => takeBackMany(ctx, body.made),
});
