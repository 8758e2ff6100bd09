import type { SettingKey } from '../../library/settings/catalogue.ts';
import type { RecipeReader } from '../define.ts';
import type { RecipeInput } from '../recipeInput.ts';

/** Families whose crystals keep them stiff far above their glass transition: it says nothing of where they soften. */
const SEMI_CRYSTALLINE: readonly unknown[] = ['PA', 'PA-CF', 'PP', 'TPU', 'TPE'];

/** Settings by which it is known where a material softens. */
export const SOFTENS_BY = ['softensC', 'glassTransitionC', 'family'] as const satisfies readonly SettingKey[];

/** What is missing to know where it softens; null where it is known. */
export function softeningLacks({ values }: RecipeInput): SettingKey | null {
  if (typeof values['softensC'] === 'number') return null;
  if (SEMI_CRYSTALLINE.includes(values['family'])) return 'softensC';
  return typeof values['glassTransitionC'] === 'number' ? null : 'glassTransitionC';
}

/** Where it softens: by a test of its stiffness where there is one, else by the glass transition of one that has no crystals. */
export const softeningOf = (r: RecipeReader): { readonly celsius: number; readonly key: SettingKey } => {
  const key = r.has('softensC') ? 'softensC' : 'glassTransitionC';
  return { celsius: r.number(key), key };
};
