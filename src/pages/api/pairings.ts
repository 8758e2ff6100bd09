import { getPairingMatrix } from '../../areas/machines/server/index.ts';
import { succeed } from '../../core/result/result.ts';
import { reading } from '../../platform/http/endpoint.ts';

export const GET = reading({
  role: 'viewer',
  isAlike: true,
  run: async ({ ctx }) => succeed(await getPairingMatrix(ctx)),
});
