import { referenceText } from '../../../../areas/references/model/reference.ts';
import { lookSchema } from '../../../../areas/references/model/schemas.ts';
import { noteLook } from '../../../../areas/references/server/index.ts';
import { command } from '../../../../platform/http/endpoint.ts';

export const POST = command({
  role: 'technician',
  schema: lookSchema,
  text: referenceText,
  statuses: { noReference: 404, notPrintedYet: 409, notOfIt: 409 },
  run: ({ ctx, params, body }) => noteLook(ctx, params['id']!, body),
});
