import { recipeText } from '../../../../areas/recipes/model/failures.ts';
import { pinRecipe } from '../../../../areas/recipes/server/index.ts';
import { emptySchema, command } from '../../../../platform/http/endpoint.ts';

export const POST = command({
  role: 'technician',
  schema: emptySchema,
  text: recipeText,
  statuses: { noRecipe: 404 },
  run: ({ ctx, params }) => pinRecipe(ctx, params['id']!),
});
