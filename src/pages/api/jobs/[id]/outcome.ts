import { checkText } from '../../../../areas/checks/model/failures.ts';
import { outcomeSchema } from '../../../../areas/checks/model/schemas.ts';
import { noteOutcome } from '../../../../areas/checks/server/index.ts';
import { command } from '../../../../platform/http/endpoint.ts';

/** Notes what became of a print, now or weeks later. */
export const POST = command({
  role: 'technician',
  schema: outcomeSchema,
  text: checkText,
  statuses: { noJob: 404, noFile: 404, notNoted: 409 },
  run: ({ ctx, params, body }) => noteOutcome(ctx, params['id']!, body),
});
