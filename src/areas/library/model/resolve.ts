import { catalogue } from '../settings/catalogue.ts';
import type { ProfileKind, Setting, SettingValue, Values } from '../settings/define.ts';

/** One place a value can come from. Levels come in order of precedence, strongest first. */
export interface Level {
  readonly kind: ProfileKind | 'job';
  readonly name: string;
  readonly profileId: string | null;
  readonly own: Values;
  readonly reasons?: Readonly<Record<string, { readonly kind: string; readonly text: string }>>;
}
export interface Origin { readonly level: string; readonly kind: Level['kind'] | 'formula' | 'default'; readonly profileId: string | null; readonly value: SettingValue; readonly reason?: { readonly kind: string; readonly text: string } | undefined; readonly formula?: string }
export interface Effective { readonly key: string; readonly value: SettingValue | null; readonly winner: Origin | null; readonly beaten: readonly Origin[] }

/** Settings in an order in which a formula comes after everything it reads. A circle of formulas is a fault of the catalogue. */
export function orderOf(settings: readonly Setting[]): readonly Setting[] {
  const byKey = new Map(settings.map((s) => [s.key, s])), done = new Set<string>(), open = new Set<string>(), order: Setting[] = [];
  const visit = (s: Setting): void => {
    if (done.has(s.key)) return;
    if (open.has(s.key)) throw new RangeError(`the formula of ${s.key} reads itself`);
    open.add(s.key);
    if ('formula' in s) for (const key of s.formula?.reads ?? []) { const read = byKey.get(key); if (read) visit(read); }
    done.add(s.key);
    order.push(s);
  };
  settings.forEach(visit);
  return order;
}
const ordered = orderOf(catalogue);

/** The value in force for every setting with who won and what it beat; then formulas, then defaults. */
export function resolveValues(levels: readonly Level[]): Map<string, Effective> {
  const origins = new Map<string, Origin[]>();
  for (const level of levels) {
    for (const key in level.own) {
      const value = level.own[key];
      if (value === undefined) continue;
      const origin = { level: level.name, kind: level.kind, profileId: level.profileId, value, reason: level.reasons?.[key] };
      const before = origins.get(key);
      if (before) before.push(origin); else origins.set(key, [origin]);
    }
  }
  const resolved = new Map<string, Effective>();
  for (const setting of ordered) {
    const found = origins.get(setting.key);
    resolved.set(setting.key, found ? { key: setting.key, value: found[0]!.value, winner: found[0]!, beaten: found.slice(1) } : worked(setting, resolved));
  }
  return resolved;
}

function worked(setting: Setting, resolved: ReadonlyMap<string, Effective>): Effective {
  const empty = { key: setting.key, beaten: [] };
  if ('formula' in setting && setting.formula) {
    const inputs: Record<string, SettingValue> = {};
    for (const key of setting.formula.reads) { const v = resolved.get(key)?.value; if (v !== null && v !== undefined) inputs[key] = v; }
    const value = setting.formula.compute(inputs);
    if (value !== null) return { ...empty, value, winner: { level: setting.formula.text, kind: 'formula', profileId: null, value, formula: setting.formula.text } };
  }
  const value = 'default' in setting ? setting.default : undefined;
  return value === undefined ? { ...empty, value: null, winner: null } : { ...empty, value, winner: { level: 'default', kind: 'default', profileId: null, value } };
}

export const valuesOf = (resolved: ReadonlyMap<string, Effective>): Values =>
  Object.fromEntries([...resolved].filter(([, e]) => e.value !== null).map(([key, e]) => [key, e.value!]));
