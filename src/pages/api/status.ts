import { statusOf } from '../../areas/today/model/status.ts';
import { getStatus } from '../../areas/today/server/index.ts';
import { succeed } from '../../core/result/result.ts';
import { reading } from '../../platform/http/endpoint.ts';

export const GET = reading({ role: 'viewer', run: async ({ ctx }) => succeed(statusOf(await getStatus(ctx))) });
