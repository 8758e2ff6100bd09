import { getPairingMatrix } from '../../areas/machines/server/index.ts';
import { succeed } from '../../core/result/result.ts';
import { endpoint } from '../../platform/http/endpoint.ts';

export const GET = endpoint({ role: 'viewer', run: async ({ ctx }) => succeed(await getPairingMatrix(ctx)) });
