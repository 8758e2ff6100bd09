import type { Ctx } from '../../../platform/db/context.ts';
import type { CompareColumn } from '../model/pages.ts';
import type { Proof } from '../model/records.ts';
import { resolveValues, type Effective } from '../model/resolve.ts';
import { settingsOf } from '../settings/catalogue.ts';
import { findProfile, findRevision, listLevels } from './queries.ts';

/** Effective values as a column of a comparison. */
export function columnOf(
  head: Pick<CompareColumn, 'ref' | 'name' | 'note' | 'address' | 'into'>,
  effective: ReadonlyMap<string, Effective>,
  keys: ReadonlySet<string>,
  proofs: Readonly<Record<string, Proof>> = {},
): CompareColumn {
  const cells: Record<string, CompareColumn['cells'][string]> = {};
  for (const [key, e] of effective)
    if (e.value !== null && keys.has(key))
      cells[key] = {
        value: e.value,
        origin: e.winner!.kind === 'formula' ? `= ${e.winner!.level}` : e.winner!.level,
        proof: proofs[key] ?? null,
      };
  return { ...head, cells };
}

/** Column of `profile:id` or `revision:id`, or null where there is none. A revision is shown upon its parents of today. */
export async function compareProfile(ctx: Pick<Ctx, 'db'>, ref: string): Promise<CompareColumn | null> {
  const [what, id] = ref.split(':');
  const old = what === 'revision' ? await findRevision(ctx, id ?? '') : null;
  const found = await findProfile(ctx, old?.profileId ?? id ?? '');
  if (!found || (what === 'revision' && !old)) return null;
  const levels = await listLevels(ctx, found.id);
  if (old) levels[0] = { ...levels[0]!, name: `${found.name} r${old.number}`, own: old.own, reasons: old.reasons };
  return columnOf(
    {
      ref,
      name: found.name,
      note: old ? `revision ${old.number}` : found.stock ? `${found.kind}, stock` : found.kind,
      address: `/library/${found.id}`,
      into: !old && !found.stock ? { kind: found.kind, key: found.key } : null,
    },
    resolveValues(levels),
    new Set(settingsOf(found.kind, found.technology).map((s) => s.key)),
  );
}
