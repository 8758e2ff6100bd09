import { machineText } from '../../../../areas/machines/model/failures.ts';
import { mountSchema } from '../../../../areas/machines/model/schemas.ts';
import { mountTool } from '../../../../areas/machines/server/index.ts';
import { command } from '../../../../platform/http/endpoint.ts';

export const POST = command({
  role: 'technician',
  schema: mountSchema,
  text: machineText,
  statuses: { noMachine: 404 },
  run: ({ ctx, params, body }) => mountTool(ctx, params['id']!, body.toolId, body.note, body.head),
});
