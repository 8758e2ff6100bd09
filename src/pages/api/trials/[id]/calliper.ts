import { trialText } from '../../../../areas/trials/model/failures.ts';
import { calliperSchema } from '../../../../areas/trials/model/schemas.ts';
import { readCalliper } from '../../../../areas/trials/server/index.ts';
import { command } from '../../../../platform/http/endpoint.ts';

export const POST = command({ role: 'technician', schema: calliperSchema, text: trialText, statuses: { noTrial: 404, noInstrument: 503 }, run: ({ ctx, params, body }) => readCalliper(ctx, params['id']!, body) });
