import { machineText } from '../../../../../areas/machines/model/failures.ts';
import { careStepSchema } from '../../../../../areas/machines/model/schemas.ts';
import { doCareStep } from '../../../../../areas/machines/server/index.ts';
import { command } from '../../../../../platform/http/endpoint.ts';

/** Does the next step of a task. */
export const POST = command({
  role: 'technician',
  schema: careStepSchema,
  text: machineText,
  statuses: { noTask: 404, stepSkipped: 409, roundOver: 409 },
  run: ({ ctx, params, body }) => doCareStep(ctx, params['id']!, body),
});
