import { containerList } from '../../../areas/machines/server/index.ts';
import { tableOf } from '../../../platform/lists/routes.ts';

export const GET = tableOf({ role: 'viewer', name: 'spools', list: containerList });
