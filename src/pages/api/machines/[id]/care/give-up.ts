import { machineText } from '../../../../../areas/machines/model/failures.ts';
import { giveUpCareSchema } from '../../../../../areas/machines/model/schemas.ts';
import { giveUpCare } from '../../../../../areas/machines/server/index.ts';
import { command } from '../../../../../platform/http/endpoint.ts';

/** Leaves a task undone. */
export const POST = command({
  role: 'technician',
  schema: giveUpCareSchema,
  text: machineText,
  statuses: { noTask: 404, stepSkipped: 409, roundOver: 409 },
  run: ({ ctx, params, body }) => giveUpCare(ctx, params['id']!, body),
});
