import { profileList } from '../../../areas/library/server/index.ts';
import { tableOf } from '../../../platform/lists/routes.ts';

export const GET = tableOf({ role: 'viewer', name: 'profiles', list: profileList });
