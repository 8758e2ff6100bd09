import { libraryText } from '../../../../areas/library/model/failures.ts';
import { getValueHistory } from '../../../../areas/library/server/index.ts';
import { contextFor } from '../../../../areas/machines/server/index.ts';
import { reading } from '../../../../platform/http/endpoint.ts';
import { asks, words } from '../../../../platform/http/query.ts';

/** Which value of a setting was in force since when. */
export const GET = reading({
  role: 'viewer',
  query: asks({ setting: words.required(), machine: words }),
  text: libraryText,
  statuses: { noProfile: 404, noSetting: 404 },
  run: async ({ ctx, params, query }) =>
    getValueHistory(ctx, params['id']!, query.setting, await contextFor(ctx, params['id']!, query.machine ?? null)),
});
