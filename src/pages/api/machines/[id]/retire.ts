import { machineText } from '../../../../areas/machines/model/failures.ts';
import { retireMachineSchema } from '../../../../areas/machines/model/schemas.ts';
import { retireMachineWithQueue } from '../../../../areas/checks/server/index.ts';
import { command } from '../../../../platform/http/endpoint.ts';

export const POST = command({
  role: 'lead',
  schema: retireMachineSchema,
  text: machineText,
  statuses: { noMachine: 404, inTheWay: 409, nameTaken: 409, addressTaken: 409 },
  run: ({ ctx, params, body }) => retireMachineWithQueue(ctx, params['id']!, body.isRetired, body.why),
});
