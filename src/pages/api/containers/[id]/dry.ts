import { machineText } from '../../../../areas/machines/model/failures.ts';
import { drySchema } from '../../../../areas/machines/model/schemas.ts';
import { dryContainer } from '../../../../areas/machines/server/index.ts';
import { command } from '../../../../platform/http/endpoint.ts';

export const POST = command({
  role: 'technician',
  schema: drySchema,
  text: machineText,
  statuses: { noContainer: 404, isDiscarded: 409 },
  run: ({ ctx, params, body }) => dryContainer(ctx, params['id']!, body),
});
