import { countFacets } from '../../../areas/library/server/index.ts';
import { succeed } from '../../../core/result/result.ts';
import { reading } from '../../../platform/http/endpoint.ts';

export const GET = reading({
  role: 'viewer',
  run: async ({ ctx, query }) =>
    succeed(
      await countFacets(ctx, {
        text: query.get('text')?.slice(0, 200),
        kind: query.get('kind') ?? undefined,
        technology: query.get('technology') ?? undefined,
        tag: query.get('tag')?.slice(0, 80),
        retired: query.get('retired') === '1',
      }),
    ),
});
