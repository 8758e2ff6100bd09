import { checkText } from '../../../areas/checks/model/failures.ts';
import { jobSchema } from '../../../areas/checks/model/schemas.ts';
import { listJobs, makeJob } from '../../../areas/checks/server/index.ts';
import { succeed } from '../../../core/result/result.ts';
import { command, reading } from '../../../platform/http/endpoint.ts';

export const GET = reading({ role: 'viewer', run: async ({ ctx }) => succeed(await listJobs(ctx)) });
export const POST = command({
  role: 'viewer',
  schema: jobSchema,
  text: checkText,
  statuses: { noMachine: 404 },
  run: ({ ctx, body }) => makeJob(ctx, body),
});
