import { machineText } from '../../areas/machines/model/failures.ts';
import { policySchema } from '../../areas/machines/model/policy.ts';
import { changePolicy, getPolicyPage } from '../../areas/machines/server/index.ts';
import { succeed } from '../../core/result/result.ts';
import { command, reading } from '../../platform/http/endpoint.ts';

export const GET = reading({ role: 'viewer', run: async ({ ctx }) => succeed(await getPolicyPage(ctx)) });
export const PUT = command({
  role: 'lead',
  schema: policySchema,
  text: machineText,
  run: ({ ctx, body }) => changePolicy(ctx, body),
});
