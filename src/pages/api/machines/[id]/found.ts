import { machineText } from '../../../../areas/machines/model/failures.ts';
import { foundSchema } from '../../../../areas/machines/model/schemas.ts';
import { findStopped } from '../../../../areas/machines/server/index.ts';
import { command } from '../../../../platform/http/endpoint.ts';

export const POST = command({
  role: 'technician',
  schema: foundSchema,
  text: machineText,
  statuses: { noMachine: 404, notUnknown: 409 },
  run: ({ ctx, params }) => findStopped(ctx, params['id']!),
});
