import { machineText } from '../../../../../areas/machines/model/failures.ts';
import { beginCareSchema } from '../../../../../areas/machines/model/schemas.ts';
import { beginCare, getCarePage } from '../../../../../areas/machines/server/index.ts';
import { command, reading } from '../../../../../platform/http/endpoint.ts';

/** The care of one machine. */
export const GET = reading({
  role: 'viewer',
  text: machineText,
  statuses: { noMachine: 404 },
  run: ({ ctx, params }) => getCarePage(ctx, params['id']!),
});
/** Begins a task. */
export const POST = command({
  role: 'technician',
  schema: beginCareSchema,
  text: machineText,
  statuses: { noMachine: 404, noTask: 404, cannotCare: 409 },
  run: ({ ctx, params, body }) => beginCare(ctx, params['id']!, body.key),
});
