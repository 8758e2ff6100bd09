import { findUsualProcess } from '../../../areas/trials/server/index.ts';
import { succeed } from '../../../core/result/result.ts';
import { reading } from '../../../platform/http/endpoint.ts';

/** Which process the last trial on a machine was run with, for a material; null where none was ever run there. */
export const GET = reading({
  role: 'viewer',
  run: async ({ ctx, query }) =>
    succeed(await findUsualProcess(ctx, query.get('machine') ?? '', query.get('material') ?? '')),
});
