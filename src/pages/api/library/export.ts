import { exportWhole } from '../../../areas/recipes/server/index.ts';
import { reading } from '../../../platform/http/endpoint.ts';

export const GET = reading({
  role: 'viewer',
  run: async ({ ctx, query }) => {
    const ids = query.get('ids')?.split(',').filter(Boolean) ?? null;
    return new Response(`${JSON.stringify(await exportWhole(ctx, ids), null, 2)}\n`, {
      headers: {
        'content-type': 'application/json',
        'content-disposition': 'attachment; filename="library.json"',
        'cache-control': 'no-store',
      },
    });
  },
});
