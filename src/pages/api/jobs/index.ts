import { checkText } from '../../../areas/checks/model/failures.ts';
import { jobSchema } from '../../../areas/checks/model/schemas.ts';
import { jobList, makeJob } from '../../../areas/checks/server/index.ts';
import { requestText } from '../../../areas/requests/model/request.ts';
import { command } from '../../../platform/http/endpoint.ts';
import { listOf } from '../../../platform/lists/routes.ts';

export const GET = listOf({ role: 'viewer', list: jobList });
export const POST = command({
  role: 'viewer',
  schema: jobSchema,
  text: { ...requestText, ...checkText },
  statuses: { noMachine: 404, noRequest: 404, notOpen: 409 },
  run: ({ ctx, body }) => makeJob(ctx, body),
});
