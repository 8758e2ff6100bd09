import { trialText } from '../../../../areas/trials/model/failures.ts';
import { instrumentSchema } from '../../../../areas/trials/model/schemas.ts';
import { readInstrument } from '../../../../areas/trials/server/index.ts';
import { command } from '../../../../platform/http/endpoint.ts';

export const POST = command({
  role: 'technician',
  database: 'outside',
  schema: instrumentSchema,
  text: trialText,
  statuses: { noTrial: 404, noInstrument: 503 },
  run: ({ ctx, params, body }) => readInstrument(ctx, params['id']!, body),
});
