import { succeed } from '../../core/result/result.ts';
import { listEvents } from '../../platform/events/record.ts';
import { reading } from '../../platform/http/endpoint.ts';

export const GET = reading({
  role: 'viewer',
  run: async ({ ctx, query }) =>
    succeed(
      await listEvents(ctx, { ...(query.has('subject') ? { subjectId: query.get('subject')! } : {}), limit: 200 }),
    ),
});
