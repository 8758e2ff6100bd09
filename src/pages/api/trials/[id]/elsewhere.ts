import { trialText } from '../../../../areas/trials/model/failures.ts';
import { elsewhereSchema } from '../../../../areas/trials/model/schemas.ts';
import { recordPrintedElsewhere } from '../../../../areas/trials/server/index.ts';
import { command } from '../../../../platform/http/endpoint.ts';

export const POST = command({
  role: 'technician',
  schema: elsewhereSchema,
  text: trialText,
  statuses: { noTrial: 404, noMachine: 404, wrongState: 409 },
  run: ({ ctx, params, body }) => recordPrintedElsewhere(ctx, params['id']!, { ...body, at: new Date(body.at) }),
});
