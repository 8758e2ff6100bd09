import { machineText } from '../../../../areas/machines/model/failures.ts';
import { getContainerPage } from '../../../../areas/machines/server/index.ts';
import { reading } from '../../../../platform/http/endpoint.ts';

export const GET = reading({
  role: 'viewer',
  text: machineText,
  statuses: { noContainer: 404 },
  run: ({ ctx, params }) => getContainerPage(ctx, params['id']!),
});
