export {
  findRecipe,
  getRecipePage,
  insertRecipe,
  keepRecipe,
  listRecipesUsing,
  pinRecipe,
  recipeRows,
  type NewRecipe,
} from './recipes.ts';
export { recipeList } from './list.ts';
export { exportWhole, importWhole, previewWhole } from './exchange.ts';
export { makeRecipeSheet } from './sheet.ts';
export { compareRecipe } from './compareRecipe.ts';
