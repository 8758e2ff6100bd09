import { getQueue } from '../../../areas/checks/server/index.ts';
import { succeed } from '../../../core/result/result.ts';
import { reading } from '../../../platform/http/endpoint.ts';

/** What waits in every queue, with what is done when. */
export const GET = reading({ role: 'viewer', isAlike: true, run: async ({ ctx }) => succeed(await getQueue(ctx)) });
