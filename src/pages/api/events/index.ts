import { eventList } from '../../../platform/events/list.ts';
import { listOf } from '../../../platform/lists/routes.ts';

export const GET = listOf({ role: 'viewer', list: eventList });
