import { requestList } from '../../../areas/requests/server/index.ts';
import { tableOf } from '../../../platform/lists/routes.ts';

export const GET = tableOf({ role: 'viewer', name: 'requests', list: requestList });
