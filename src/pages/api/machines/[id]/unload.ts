import { machineText } from '../../../../areas/machines/model/failures.ts';
import { unloadSchema } from '../../../../areas/machines/model/schemas.ts';
import { unloadSlot } from '../../../../areas/machines/server/index.ts';
import { command } from '../../../../platform/http/endpoint.ts';

export const POST = command({
  role: 'technician',
  schema: unloadSchema,
  text: machineText,
  statuses: { noMachine: 404, nothingLoaded: 409 },
  run: ({ ctx, params, body }) => unloadSlot(ctx, params['id']!, body.head),
});
