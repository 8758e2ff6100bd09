import { checkText } from '../../../../areas/checks/model/failures.ts';
import { getJobPage } from '../../../../areas/checks/server/index.ts';
import { reading } from '../../../../platform/http/endpoint.ts';

export const GET = reading({
  role: 'viewer',
  text: checkText,
  statuses: { noJob: 404 },
  run: ({ ctx, params }) => getJobPage(ctx, params['id']!),
});
