import { findUsualProcess } from '../../../areas/recipes/server/index.ts';
import { succeed } from '../../../core/result/result.ts';
import { reading } from '../../../platform/http/endpoint.ts';

/** Which process a machine was last given with a material; null where it was never given any. */
export const GET = reading({
  role: 'viewer',
  run: async ({ ctx, query }) =>
    succeed(await findUsualProcess(ctx, query.get('machine') ?? '', query.get('material') ?? '')),
});
