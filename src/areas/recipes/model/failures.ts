import type { Failure } from '../../../core/result/result.ts';

export type RecipeFailure =
  | { readonly code: 'noRecipe' }
  | { readonly code: 'incomplete'; readonly what: string }
  | { readonly code: 'nameTaken'; readonly name: string }
  | { readonly code: 'stale'; readonly version: number }
  | { readonly code: 'badValue'; readonly detail: Failure };

export const recipeText = {
  noRecipe: () => 'There is no such recipe',
  incomplete: (f: { what: string }) => f.what,
  nameTaken: (f: { name: string }) => `There is a recipe named “${f.name}” already; choose another name`,
  stale: (f: { version: number }) =>
    `Somebody saved this recipe meanwhile (version ${f.version}); open it in another window and save again`,
  badValue: (f: { detail: Failure }) => [f.detail.where, f.detail.what, f.detail.todo].filter(Boolean).join(': '),
} satisfies { [C in RecipeFailure['code']]: (f: Extract<RecipeFailure, { code: C }>) => string };
