import { recipeText } from '../../../../areas/recipes/model/failures.ts';
import { getRecipePage } from '../../../../areas/recipes/server/index.ts';
import { endpoint } from '../../../../platform/http/endpoint.ts';

export const GET = endpoint({ role: 'viewer', text: recipeText, statuses: { noRecipe: 404 }, run: ({ ctx, params }) => getRecipePage(ctx, params['id']!) });
