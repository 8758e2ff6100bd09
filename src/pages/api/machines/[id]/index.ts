import { machineText } from '../../../../areas/machines/model/failures.ts';
import { getMachinePage } from '../../../../areas/machines/server/index.ts';
import { reading } from '../../../../platform/http/endpoint.ts';

export const GET = reading({
  role: 'viewer',
  text: machineText,
  statuses: { noMachine: 404 },
  run: ({ ctx, params }) => getMachinePage(ctx, params['id']!),
});
