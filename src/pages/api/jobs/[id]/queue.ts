import { checkText } from '../../../../areas/checks/model/failures.ts';
import { queueSchema } from '../../../../areas/checks/model/schemas.ts';
import { queueJob, unqueueJob } from '../../../../areas/checks/server/index.ts';
import { command } from '../../../../platform/http/endpoint.ts';

/** Puts an approved job into a queue, moves it there, or takes it out. */
export const POST = command({
  role: 'technician',
  schema: queueSchema,
  text: checkText,
  statuses: { noJob: 404, notQueued: 409 },
  run: ({ ctx, params, body }) =>
    body.of === null ? unqueueJob(ctx, params['id']!) : queueJob(ctx, params['id']!, body.of, body.before),
});
