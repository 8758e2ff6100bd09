import { trialText } from '../../../areas/trials/model/failures.ts';
import { planDueSchema } from '../../../areas/trials/model/schemas.ts';
import { listDue, planDue } from '../../../areas/trials/server/index.ts';
import { succeed } from '../../../core/result/result.ts';
import { command, reading } from '../../../platform/http/endpoint.ts';
import { asks, words } from '../../../platform/http/query.ts';

export const GET = reading({
  role: 'viewer',
  query: asks({ machine: words }),
  run: async ({ ctx, query }) => succeed(await listDue(ctx, query.machine ?? null)),
});
export const POST = command({
  role: 'technician',
  schema: planDueSchema,
  text: trialText,
  run: ({ ctx, body }) => planDue(ctx, body.items, body.share ?? false),
});
