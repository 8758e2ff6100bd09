import { checkText } from '../../../areas/checks/model/failures.ts';
import { jobSchema } from '../../../areas/checks/model/schemas.ts';
import { listJobs, makeJob } from '../../../areas/checks/server/index.ts';
import { succeed } from '../../../core/result/result.ts';
import { endpoint } from '../../../platform/http/endpoint.ts';

export const GET = endpoint({ role: 'viewer', run: async ({ ctx }) => succeed(await listJobs(ctx)) });
export const POST = endpoint({ role: 'viewer', schema: jobSchema, text: checkText, statuses: { noMachine: 404 }, run: ({ ctx, body }) => makeJob(ctx, body) });
