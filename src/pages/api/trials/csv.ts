import { trialList } from '../../../areas/trials/server/index.ts';
import { tableOf } from '../../../platform/lists/routes.ts';

export const GET = tableOf({ role: 'viewer', name: 'trials', list: trialList });
