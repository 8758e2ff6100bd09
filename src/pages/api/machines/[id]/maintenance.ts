import { machineText } from '../../../../areas/machines/model/failures.ts';
import { maintenanceSchema } from '../../../../areas/machines/model/schemas.ts';
import { logMaintenance } from '../../../../areas/machines/server/index.ts';
import { command } from '../../../../platform/http/endpoint.ts';

export const POST = command({
  role: 'technician',
  schema: maintenanceSchema,
  text: machineText,
  statuses: { noMachine: 404 },
  run: ({ ctx, params, body }) => logMaintenance(ctx, params['id']!, body.kind, body.note),
});
