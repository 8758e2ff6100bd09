export { findRecipe, getRecipePage, insertRecipe, keepRecipe, listRecipes, listRecipesUsing, pinRecipe } from './recipes.ts';
export { makeRecipeSheet } from './sheet.ts';
export { compareRecipe } from './compareRecipe.ts';
