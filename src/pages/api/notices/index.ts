import { getNotices } from '../../../areas/today/server/index.ts';
import { succeed } from '../../../core/result/result.ts';
import { reading } from '../../../platform/http/endpoint.ts';

/** What the bell holds for who asks. */
export const GET = reading({ role: 'viewer', run: async ({ ctx }) => succeed(await getNotices(ctx)) });
