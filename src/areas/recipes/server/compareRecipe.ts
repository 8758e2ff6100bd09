import type { Ctx } from '../../../platform/db/context.ts';
import type { CompareColumn } from '../../library/model/pages.ts';
import { columnOf } from '../../library/server/index.ts';
import { settingsOf } from '../../library/settings/catalogue.ts';
import { workOut } from '../model/recipe.ts';
import { getRecipePage } from './recipes.ts';

/** Column of `recipe:id` in a comparison, or null where there is none. */
export async function compareRecipe(ctx: Ctx, ref: string): Promise<CompareColumn | null> {
  const page = await getRecipePage(ctx, ref.slice('recipe:'.length));
  if (!page.ok) return null;
  const { id, name, sheet, overrides } = page.value;
  const keys = new Set(
    (['printer', 'tool', 'material', 'process'] as const).flatMap((kind) =>
      settingsOf(kind, sheet.technology).map((s) => s.key),
    ),
  );
  return columnOf(
    { ref, name, note: `recipe for ${sheet.place}`, address: `/library/recipes/${id}`, into: null },
    workOut(sheet, overrides).effective,
    keys,
    sheet.proofs,
  );
}
