import { checkText } from '../../../../areas/checks/model/failures.ts';
import { jobWishSchema } from '../../../../areas/checks/model/schemas.ts';
import { wishJobPrint } from '../../../../areas/checks/server/index.ts';
import { command } from '../../../../platform/http/endpoint.ts';

/** Says what is wanted of a cleared job’s print. */
export const POST = command({
  role: 'technician',
  schema: jobWishSchema,
  text: checkText,
  statuses: { noJob: 404, notPrinted: 409 },
  run: ({ ctx, params, body }) => wishJobPrint(ctx, params['id']!, body.wish),
});
