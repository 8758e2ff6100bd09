import { findUsualProcess } from '../../../areas/trials/server/index.ts';
import { succeed } from '../../../core/result/result.ts';
import { reading } from '../../../platform/http/endpoint.ts';
import { asks, words } from '../../../platform/http/query.ts';

/** Which process the last trial on a machine was run with, for a material; null where none was ever run there. */
export const GET = reading({
  role: 'viewer',
  query: asks({ machine: words.required(), material: words.required() }),
  run: async ({ ctx, query }) => succeed(await findUsualProcess(ctx, query.machine, query.material)),
});
