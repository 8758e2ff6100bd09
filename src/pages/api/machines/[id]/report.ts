import { machineText } from '../../../../areas/machines/model/failures.ts';
import { getMachineReport } from '../../../../areas/machines/server/index.ts';
import { reading } from '../../../../platform/http/endpoint.ts';

/** What a machine says of itself at this moment. */
export const GET = reading({
  role: 'viewer',
  text: machineText,
  statuses: { noMachine: 404 },
  run: ({ ctx, params }) => getMachineReport(ctx, params['id']!),
});
