import { trialText } from '../../../../areas/trials/model/failures.ts';
import { wishSchema } from '../../../../areas/trials/model/schemas.ts';
import { requestPrint } from '../../../../areas/trials/server/index.ts';
import { command } from '../../../../platform/http/endpoint.ts';

export const POST = command({
  role: 'technician',
  schema: wishSchema,
  text: trialText,
  statuses: { noTrial: 404, wrongState: 409 },
  run: ({ ctx, params, body }) => requestPrint(ctx, params['id']!, body.wish),
});
