import { maintenanceList } from '../../../../areas/machines/server/index.ts';
import { listOf } from '../../../../platform/lists/routes.ts';

export const GET = listOf({ role: 'viewer', list: maintenanceList });
