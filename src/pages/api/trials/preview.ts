import { trialText } from '../../../areas/trials/model/failures.ts';
import { planSchema } from '../../../areas/trials/model/schemas.ts';
import { previewTrial } from '../../../areas/trials/server/index.ts';
import { command } from '../../../platform/http/endpoint.ts';

export const POST = command({
  role: 'technician',
  schema: planSchema,
  text: trialText,
  statuses: { noMachine: 404 },
  run: ({ ctx, body }) => previewTrial(ctx, body),
});
