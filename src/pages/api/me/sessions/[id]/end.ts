import { endSession } from '../../../../../areas/people/server/index.ts';
import { command, emptySchema } from '../../../../../platform/http/endpoint.ts';

export const POST = command({
  role: 'viewer',
  schema: emptySchema,
  text: { noSession: () => 'You have no such session' },
  statuses: { noSession: 404 },
  run: ({ ctx, params }) => endSession(ctx, params['id']!),
});
