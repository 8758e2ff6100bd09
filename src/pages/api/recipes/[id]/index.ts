import { recipeText } from '../../../../areas/recipes/model/failures.ts';
import { getRecipePage } from '../../../../areas/recipes/server/index.ts';
import { reading } from '../../../../platform/http/endpoint.ts';

export const GET = reading({
  role: 'viewer',
  text: recipeText,
  statuses: { noRecipe: 404 },
  run: ({ ctx, params }) => getRecipePage(ctx, params['id']!),
});
