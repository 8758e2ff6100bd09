import { recipeText } from '../../../areas/recipes/model/failures.ts';
import { choiceSchema } from '../../../areas/recipes/model/schemas.ts';
import { makeRecipeSheet } from '../../../areas/recipes/server/index.ts';
import { command } from '../../../platform/http/endpoint.ts';

/** A POST that changes nothing: the choice is too long for an address. */
export const POST = command({
  role: 'viewer',
  schema: choiceSchema,
  text: recipeText,
  run: ({ ctx, body }) => makeRecipeSheet(ctx, body),
});
