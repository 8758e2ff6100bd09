import { machineText } from '../../../../areas/machines/model/failures.ts';
import { weighSchema } from '../../../../areas/machines/model/schemas.ts';
import { weighContainer } from '../../../../areas/machines/server/index.ts';
import { command } from '../../../../platform/http/endpoint.ts';

export const POST = command({
  role: 'technician',
  schema: weighSchema,
  text: machineText,
  statuses: { noContainer: 404, isDiscarded: 409 },
  run: ({ ctx, params, body }) => weighContainer(ctx, params['id']!, body.leftG, body.why),
});
