import { listDrifts } from '../../../areas/trials/server/index.ts';
import { succeed } from '../../../core/result/result.ts';
import { reading } from '../../../platform/http/endpoint.ts';

/** How every value of the farm went over time, with limits, those out of control first. */
export const GET = reading({ role: 'viewer', isAlike: true, run: async ({ ctx }) => succeed(await listDrifts(ctx)) });
