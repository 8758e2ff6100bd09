import { machineText } from '../../../../areas/machines/model/failures.ts';
import { saidSchema } from '../../../../areas/machines/model/schemas.ts';
import { recordState } from '../../../../areas/machines/server/index.ts';
import { command } from '../../../../platform/http/endpoint.ts';

export const POST = command({
  role: 'technician',
  schema: saidSchema,
  text: machineText,
  statuses: { noMachine: 404 },
  run: ({ ctx, params, body }) => recordState(ctx, params['id']!, body),
});
