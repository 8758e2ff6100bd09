import { settingsOf } from '../../../areas/library/settings/catalogue.ts';
import type { ProfileKind } from '../../../areas/library/settings/define.ts';
import { columnOf, compareProfile } from '../../../areas/library/server/index.ts';
import { workOut } from '../../../areas/recipes/model/recipe.ts';
import { getRecipePage } from '../../../areas/recipes/server/index.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { fail, succeed } from '../../../core/result/result.ts';
import { endpoint } from '../../../platform/http/endpoint.ts';

const MOST = 4;
const owned = (kind: string, technology: 'filament' | 'resin') => { const keys = new Set(settingsOf(kind as ProfileKind, technology).map((s) => s.key)); return (key: string): boolean => keys.has(key); };

export const GET = endpoint({
  role: 'viewer', statuses: { tooMany: 400, noSuch: 404 },
  text: { tooMany: () => 'Two to four can be compared', noSuch: (f: { ref: string }) => `There is no ${f.ref.split(':')[0] ?? ''} of this address; it may be an old link` },
  run: async ({ ctx, query }) => {
    const refs = (query.get('refs') ?? '').split(',').filter(Boolean);
    if (refs.length === 0 || refs.length > MOST) return fail({ code: 'tooMany' });
    const columns = [];
    for (const ref of refs) {
      const column = ref.startsWith('recipe:') ? await compareRecipe(ctx, ref) : await compareProfile(ctx, ref, owned);
      if (!column) return fail({ code: 'noSuch', ref });
      columns.push(column);
    }
    return succeed(columns);
  },
});

async function compareRecipe(ctx: Ctx, ref: string) {
  const page = await getRecipePage(ctx, ref.slice('recipe:'.length));
  if (!page.ok) return null;
  const { effective } = workOut(page.value.sheet, page.value.overrides), technology = page.value.sheet.technology;
  const keys = new Set(['printer', 'tool', 'material', 'process'].flatMap((k) => settingsOf(k as ProfileKind, technology).map((s) => s.key)));
  return columnOf({ ref, name: page.value.name, note: `recipe for ${page.value.sheet.place}`, address: `/library/recipes/${page.value.id}`, into: null }, effective, (key) => keys.has(key), page.value.sheet.proofs);
}
