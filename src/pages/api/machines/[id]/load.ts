import { machineText } from '../../../../areas/machines/model/failures.ts';
import { loadSchema } from '../../../../areas/machines/model/schemas.ts';
import { loadContainer } from '../../../../areas/machines/server/index.ts';
import { command } from '../../../../platform/http/endpoint.ts';

export const POST = command({
  role: 'technician',
  schema: loadSchema,
  text: machineText,
  statuses: { noMachine: 404, noContainer: 404, loadedElsewhere: 409, notInStock: 409 },
  run: ({ ctx, params, body }) => loadContainer(ctx, params['id']!, body.code, body.head),
});
