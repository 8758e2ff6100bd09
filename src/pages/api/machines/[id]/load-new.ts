import { machineText } from '../../../../areas/machines/model/failures.ts';
import { loadNewSchema } from '../../../../areas/machines/model/schemas.ts';
import { loadLot } from '../../../../areas/machines/server/index.ts';
import { command } from '../../../../platform/http/endpoint.ts';

export const POST = command({
  role: 'technician',
  schema: loadNewSchema,
  text: machineText,
  statuses: { noMachine: 404 },
  run: ({ ctx, params, body }) => loadLot(ctx, params['id']!, body),
});
