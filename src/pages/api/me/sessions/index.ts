import { listSessions } from '../../../../areas/people/server/index.ts';
import { succeed } from '../../../../core/result/result.ts';
import { sessionIdOf } from '../../../../platform/auth/auth.ts';
import { reading } from '../../../../platform/http/endpoint.ts';

export const GET = reading({
  role: 'viewer',
  run: async ({ ctx, request }) => succeed(await listSessions(ctx, await sessionIdOf(request.headers))),
});
