import { checkText } from '../../../../areas/checks/model/failures.ts';
import { clearSchema } from '../../../../areas/checks/model/schemas.ts';
import { clearJob } from '../../../../areas/checks/server/index.ts';
import { command } from '../../../../platform/http/endpoint.ts';

export const POST = command({
  role: 'technician',
  schema: clearSchema,
  text: checkText,
  statuses: { noJob: 404, notCleared: 409 },
  run: ({ ctx, params, body }) => clearJob(ctx, params['id']!, body.why),
});
