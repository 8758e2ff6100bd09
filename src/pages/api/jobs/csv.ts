import { jobList } from '../../../areas/checks/server/index.ts';
import { tableOf } from '../../../platform/lists/routes.ts';

export const GET = tableOf({ role: 'viewer', name: 'jobs', list: jobList });
