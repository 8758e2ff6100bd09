import { trialText } from '../../../areas/trials/model/failures.ts';
import { planSchema } from '../../../areas/trials/model/schemas.ts';
import { planTrial, trialList } from '../../../areas/trials/server/index.ts';
import { command } from '../../../platform/http/endpoint.ts';
import { listOf } from '../../../platform/lists/routes.ts';

export const GET = listOf({ role: 'viewer', list: trialList });
export const POST = command({
  role: 'technician',
  schema: planSchema,
  text: trialText,
  statuses: { noMachine: 404 },
  run: ({ ctx, body }) => planTrial(ctx, body),
});
