import { libraryText } from '../../../areas/library/model/failures.ts';
import { newProfileSchema } from '../../../areas/library/model/schemas.ts';
import { addProfile, searchProfiles } from '../../../areas/library/server/index.ts';
import { succeed } from '../../../core/result/result.ts';
import { command, reading } from '../../../platform/http/endpoint.ts';

export const GET = reading({
  role: 'viewer',
  run: async ({ ctx, query }) =>
    succeed(
      await searchProfiles(ctx, {
        text: query.get('text')?.slice(0, 200),
        kind: query.get('kind') ?? undefined,
        technology: query.get('technology') ?? undefined,
        tag: query.get('tag')?.slice(0, 80),
        retired: query.get('retired') === '1',
        limit: 300,
      }),
    ),
});
export const POST = command({
  role: 'technician',
  schema: newProfileSchema,
  text: libraryText,
  statuses: { nameTaken: 409, noProfile: 404 },
  run: ({ ctx, body }) => addProfile(ctx, { ...body, own: body.own }),
});
