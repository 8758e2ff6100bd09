import { string } from 'yup';
import { exportWhole } from '../../../areas/recipes/server/index.ts';
import { reading } from '../../../platform/http/endpoint.ts';
import { asks } from '../../../platform/http/query.ts';

/** As many ids as an address holds. */
const LONGEST_IDS = 8000;

export const GET = reading({
  role: 'viewer',
  query: asks({ ids: string().max(LONGEST_IDS) }),
  run: async ({ ctx, query }) => {
    const ids = query.ids?.split(',').filter(Boolean) ?? null;
    return new Response(`${JSON.stringify(await exportWhole(ctx, ids), null, 2)}\n`, {
      headers: {
        'content-type': 'application/json',
        'content-disposition': 'attachment; filename="library.json"',
        'cache-control': 'no-store',
      },
    });
  },
});
