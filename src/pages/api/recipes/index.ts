import { recipeText } from '../../../areas/recipes/model/failures.ts';
import { keepSchema } from '../../../areas/recipes/model/schemas.ts';
import { keepRecipe, listRecipes } from '../../../areas/recipes/server/index.ts';
import { succeed } from '../../../core/result/result.ts';
import { command, reading } from '../../../platform/http/endpoint.ts';

export const GET = reading({ role: 'viewer', run: async ({ ctx }) => succeed(await listRecipes(ctx)) });
export const POST = command({
  role: 'technician',
  schema: keepSchema,
  text: recipeText,
  statuses: { noRecipe: 404, nameTaken: 409, stale: 409 },
  run: ({ ctx, body }) => keepRecipe(ctx, body),
});
