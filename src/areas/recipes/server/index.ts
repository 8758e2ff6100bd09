export {
  findRecipe,
  getRecipePage,
  insertRecipe,
  keepRecipe,
  listRecipes,
  listRecipesUsing,
  pinRecipe,
} from './recipes.ts';
export { exportWhole, importWhole, previewWhole } from './exchange.ts';
export { makeRecipeSheet } from './sheet.ts';
export { compareRecipe } from './compareRecipe.ts';
