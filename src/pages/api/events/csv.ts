import { eventList } from '../../../platform/events/list.ts';
import { tableOf } from '../../../platform/lists/routes.ts';

export const GET = tableOf({ role: 'viewer', name: 'events', list: eventList });
