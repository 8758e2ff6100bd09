import { recipeList } from '../../../areas/recipes/server/index.ts';
import { tableOf } from '../../../platform/lists/routes.ts';

export const GET = tableOf({ role: 'viewer', name: 'recipes', list: recipeList });
