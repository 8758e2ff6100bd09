import { trialText } from '../../../../areas/trials/model/failures.ts';
import { readingSchema } from '../../../../areas/trials/model/schemas.ts';
import { addReading } from '../../../../areas/trials/server/index.ts';
import { command } from '../../../../platform/http/endpoint.ts';

export const POST = command({
  role: 'technician',
  schema: readingSchema,
  text: trialText,
  statuses: { noTrial: 404, wrongState: 409, readMeanwhile: 409 },
  run: ({ ctx, params, body }) => addReading(ctx, params['id']!, body),
});
