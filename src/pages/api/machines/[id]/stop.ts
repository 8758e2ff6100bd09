import { machineText } from '../../../../areas/machines/model/failures.ts';
import { stopSchema } from '../../../../areas/machines/model/schemas.ts';
import { stopMachine } from '../../../../areas/machines/server/index.ts';
import { command } from '../../../../platform/http/endpoint.ts';

export const POST = command({
  role: 'technician',
  database: 'not waited for',
  schema: stopSchema,
  text: machineText,
  statuses: { noMachine: 404, notReached: 502 },
  run: ({ ctx, params }) => stopMachine(ctx, params['id']!),
});
