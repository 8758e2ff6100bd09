import { checkText } from '../../../../areas/checks/model/failures.ts';
import { getJobPage } from '../../../../areas/checks/server/index.ts';
import { endpoint } from '../../../../platform/http/endpoint.ts';

export const GET = endpoint({ role: 'viewer', text: checkText, statuses: { noJob: 404 }, run: ({ ctx, params }) => getJobPage(ctx, params['id']!) });
