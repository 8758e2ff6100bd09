import { recipeText } from '../../../areas/recipes/model/failures.ts';
import { keepSchema } from '../../../areas/recipes/model/schemas.ts';
import { keepRecipe, recipeList } from '../../../areas/recipes/server/index.ts';
import { command } from '../../../platform/http/endpoint.ts';
import { listOf } from '../../../platform/lists/routes.ts';

export const GET = listOf({ role: 'viewer', list: recipeList });
export const POST = command({
  role: 'technician',
  schema: keepSchema,
  text: recipeText,
  statuses: { noRecipe: 404, nameTaken: 409, stale: 409 },
  run: ({ ctx, body }) => keepRecipe(ctx, body),
});
