import { machineText } from '../../../../areas/machines/model/failures.ts';
import { writeCareSchema } from '../../../../areas/machines/model/schemas.ts';
import { getCarePlan, writeCareTask } from '../../../../areas/machines/server/index.ts';
import { command, reading } from '../../../../platform/http/endpoint.ts';

/** The care tasks of a printer profile. */
export const GET = reading({
  role: 'viewer',
  text: machineText,
  statuses: { notAPrinter: 404 },
  run: ({ ctx, params }) => getCarePlan(ctx, params['printer']!),
});
export const POST = command({
  role: 'lead',
  schema: writeCareSchema,
  text: machineText,
  statuses: { notAPrinter: 404, changedMeanwhile: 409 },
  run: ({ ctx, params, body }) => writeCareTask(ctx, params['printer']!, body),
});
