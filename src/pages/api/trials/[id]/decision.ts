import { trialText } from '../../../../areas/trials/model/failures.ts';
import { decisionSchema } from '../../../../areas/trials/model/schemas.ts';
import { decideTrial } from '../../../../areas/trials/server/index.ts';
import { command } from '../../../../platform/http/endpoint.ts';

export const POST = command({
  role: 'technician',
  schema: decisionSchema,
  text: trialText,
  statuses: { noTrial: 404, wrongState: 409, needsLead: 403 },
  run: ({ ctx, params, body }) => decideTrial(ctx, params['id']!, body.outcome, body.why),
});
