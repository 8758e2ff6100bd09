import { libraryText } from '../../../areas/library/model/failures.ts';
import { newProfileSchema } from '../../../areas/library/model/schemas.ts';
import { addProfile, profileList } from '../../../areas/library/server/index.ts';
import { command } from '../../../platform/http/endpoint.ts';
import { listOf } from '../../../platform/lists/routes.ts';

export const GET = listOf({ role: 'viewer', list: profileList });
export const POST = command({
  role: 'technician',
  schema: newProfileSchema,
  text: libraryText,
  statuses: { nameTaken: 409, noProfile: 404 },
  run: ({ ctx, body }) => addProfile(ctx, { ...body, own: body.own }),
});
