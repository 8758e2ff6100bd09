import { machineText } from '../../../../areas/machines/model/failures.ts';
import { copyMachineSchema } from '../../../../areas/machines/model/schemas.ts';
import { copyMachine } from '../../../../areas/machines/server/index.ts';
import { command } from '../../../../platform/http/endpoint.ts';

export const POST = command({
  role: 'lead',
  schema: copyMachineSchema,
  text: machineText,
  statuses: { noMachine: 404, nameTaken: 409, addressTaken: 409 },
  run: ({ ctx, params, body }) => copyMachine(ctx, params['id']!, body.units),
});
