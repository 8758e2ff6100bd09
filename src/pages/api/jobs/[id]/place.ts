import { checkText } from '../../../../areas/checks/model/failures.ts';
import { placeSchema } from '../../../../areas/checks/model/schemas.ts';
import { placeJob } from '../../../../areas/checks/server/index.ts';
import { command } from '../../../../platform/http/endpoint.ts';

/** Sets a job's part down otherwise and asks for a new check. */
export const POST = command({
  role: 'technician',
  schema: placeSchema,
  text: checkText,
  statuses: { noJob: 404, noFile: 404, notPlaced: 409 },
  run: ({ ctx, params, body }) => placeJob(ctx, params['id']!, body),
});
