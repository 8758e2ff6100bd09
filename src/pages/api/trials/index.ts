import { trialText } from '../../../areas/trials/model/failures.ts';
import { planSchema } from '../../../areas/trials/model/schemas.ts';
import { listTrials, planTrial } from '../../../areas/trials/server/index.ts';
import { succeed } from '../../../core/result/result.ts';
import { command, reading } from '../../../platform/http/endpoint.ts';

export const GET = reading({ role: 'viewer', run: async ({ ctx }) => succeed(await listTrials(ctx)) });
export const POST = command({
  role: 'technician',
  schema: planSchema,
  text: trialText,
  statuses: { noMachine: 404 },
  run: ({ ctx, body }) => planTrial(ctx, body),
});
