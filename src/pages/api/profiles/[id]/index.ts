import { libraryText } from '../../../../areas/library/model/failures.ts';
import { getProfilePage } from '../../../../areas/library/server/index.ts';
import { contextFor } from '../../../../areas/machines/server/index.ts';
import { reading } from '../../../../platform/http/endpoint.ts';
import { asks, words } from '../../../../platform/http/query.ts';

export const GET = reading({
  role: 'viewer',
  query: asks({ machine: words }),
  text: libraryText,
  statuses: { noProfile: 404 },
  run: async ({ ctx, params, query }) =>
    getProfilePage(ctx, params['id']!, await contextFor(ctx, params['id']!, query.machine ?? null)),
});
