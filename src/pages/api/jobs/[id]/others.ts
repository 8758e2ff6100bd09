import { checkText } from '../../../../areas/checks/model/failures.ts';
import { listOtherMachines } from '../../../../areas/checks/server/index.ts';
import { reading } from '../../../../platform/http/endpoint.ts';

/** Other machines a job could go to, with the limits it would be checked against there. */
export const GET = reading({
  role: 'viewer',
  text: checkText,
  statuses: { noJob: 404 },
  run: ({ ctx, params }) => listOtherMachines(ctx, params['id']!),
});
