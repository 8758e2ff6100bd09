import { machineText } from '../../../../areas/machines/model/failures.ts';
import { clearPlateSchema } from '../../../../areas/machines/model/schemas.ts';
import { clearPlate } from '../../../../areas/machines/server/index.ts';
import { command } from '../../../../platform/http/endpoint.ts';

export const POST = command({
  role: 'technician',
  schema: clearPlateSchema,
  text: machineText,
  statuses: { noMachine: 404, notStopped: 409 },
  run: ({ ctx, params, body }) => clearPlate(ctx, params['id']!, body.note),
});
