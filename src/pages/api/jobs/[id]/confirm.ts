import { checkText } from '../../../../areas/checks/model/failures.ts';
import { confirmSchema } from '../../../../areas/checks/model/schemas.ts';
import { confirmSet } from '../../../../areas/checks/server/index.ts';
import { command } from '../../../../platform/http/endpoint.ts';

/** Says of one thing that no file carries that it is as it should be. */
export const POST = command({
  role: 'technician',
  schema: confirmSchema,
  text: checkText,
  statuses: { noJob: 404, notPrinted: 409 },
  run: ({ ctx, params, body }) => confirmSet(ctx, params['id']!, body.item),
});
