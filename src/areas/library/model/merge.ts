import type { SettingValue, Values } from '../settings/define.ts';

export interface Conflict {
  readonly key: string;
  readonly base: SettingValue | null;
  readonly theirs: SettingValue | null;
  readonly mine: SettingValue | null;
}
export interface Merge {
  readonly merged: Values;
  readonly conflicts: readonly Conflict[];
}

const same = (a: SettingValue | undefined, b: SettingValue | undefined): boolean =>
  JSON.stringify(a) === JSON.stringify(b);

/** Three-way merge per setting of two edits of one revision. Different settings merge; one setting changed both ways to
 *  different values is a conflict that shows all three, and nothing of either is lost. */
export function mergeValues(base: Values, theirs: Values, mine: Values): Merge {
  const merged: Record<string, SettingValue> = {};
  const conflicts: Conflict[] = [];
  for (const key of new Set([...Object.keys(base), ...Object.keys(theirs), ...Object.keys(mine)])) {
    const b = base[key];
    const t = theirs[key];
    const m = mine[key];
    if (!same(b, t) && !same(b, m) && !same(t, m))
      conflicts.push({ key, base: b ?? null, theirs: t ?? null, mine: m ?? null });
    const value = same(b, m) ? t : m;
    if (value !== undefined) merged[key] = value;
  }
  return { merged, conflicts };
}
