import { recipeText } from '../../../../areas/recipes/model/failures.ts';
import { pinRecipe } from '../../../../areas/recipes/server/index.ts';
import { endpoint } from '../../../../platform/http/endpoint.ts';

export const POST = endpoint({ role: 'technician', text: recipeText, statuses: { noRecipe: 404 }, run: ({ ctx, params }) => pinRecipe(ctx, params['id']!) });
