import { checkText } from '../../../../areas/checks/model/failures.ts';
import { referenceText } from '../../../../areas/references/model/reference.ts';
import { againSchema } from '../../../../areas/references/model/schemas.ts';
import { printAgain } from '../../../../areas/references/server/index.ts';
import { requestText } from '../../../../areas/requests/model/request.ts';
import { command } from '../../../../platform/http/endpoint.ts';

export const POST = command({
  role: 'technician',
  schema: againSchema,
  text: { ...requestText, ...checkText, ...referenceText },
  statuses: { noReference: 404, noMachine: 404 },
  run: ({ ctx, params, body }) => printAgain(ctx, params['id']!, body),
});
