import { checkText } from '../../../../areas/checks/model/failures.ts';
import { fixSchema } from '../../../../areas/checks/model/schemas.ts';
import { fixJob } from '../../../../areas/checks/server/index.ts';
import { command } from '../../../../platform/http/endpoint.ts';

/** Does a finding’s fix to a copy of the recipe, or to how the part stands, and asks for a new check. */
export const POST = command({
  role: 'technician',
  schema: fixSchema,
  text: checkText,
  statuses: { noJob: 404, notPlaced: 409 },
  run: ({ ctx, params, body }) => fixJob(ctx, params['id']!, body),
});
