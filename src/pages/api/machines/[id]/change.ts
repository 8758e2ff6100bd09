import { machineText } from '../../../../areas/machines/model/failures.ts';
import { changeMachineSchema } from '../../../../areas/machines/model/schemas.ts';
import { changeMachine } from '../../../../areas/machines/server/index.ts';
import { command } from '../../../../platform/http/endpoint.ts';

export const POST = command({
  role: 'lead',
  schema: changeMachineSchema,
  text: machineText,
  statuses: { noMachine: 404, nameTaken: 409, addressTaken: 409, changedMeanwhile: 409, notReady: 409 },
  run: ({ ctx, params, body }) => changeMachine(ctx, params['id']!, body),
});
