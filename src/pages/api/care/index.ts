import { listAllCare } from '../../../areas/machines/server/index.ts';
import { succeed } from '../../../core/result/result.ts';
import { reading } from '../../../platform/http/endpoint.ts';

/** The care of every machine, task by task. */
export const GET = reading({ role: 'viewer', isAlike: true, run: async ({ ctx }) => succeed(await listAllCare(ctx)) });
