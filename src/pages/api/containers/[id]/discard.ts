import { machineText } from '../../../../areas/machines/model/failures.ts';
import { discardSchema } from '../../../../areas/machines/model/schemas.ts';
import { discardContainer } from '../../../../areas/machines/server/index.ts';
import { command } from '../../../../platform/http/endpoint.ts';

export const POST = command({
  role: 'technician',
  schema: discardSchema,
  text: machineText,
  statuses: { noContainer: 404, notDiscarded: 409 },
  run: ({ ctx, params, body }) => discardContainer(ctx, params['id']!, body.why),
});
