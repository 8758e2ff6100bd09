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
export interface Origin {
  readonly level: string;
  readonly kind: Level['kind'] | 'formula' | 'default';
  readonly profileId: string | null;
  readonly value: SettingValue;
  readonly reason?: { readonly kind: string; readonly text: string } | undefined;
  readonly formula?: string;
}
export interface Effective {
  readonly key: string;
  readonly value: SettingValue | null;
  readonly winner: Origin | null;
  readonly beaten: readonly Origin[];
}

/** Settings in an order in which a formula comes after everything it reads. A circle of formulas is a fault of the catalogue. */
export function orderOf(settings: readonly Setting[]): readonly Setting[] {
  const byKey = new Map(settings.map((s) => [s.key, s]));
  const done = new Set<string>();
  const open = new Set<string>();
  const order: Setting[] = [];
  const visit = (s: Setting): void => {
    if (done.has(s.key)) return;
    if (open.has(s.key)) throw new RangeError(`the formula of ${s.key} reads itself`);
    open.add(s.key);
    if ('formula' in s)
      for (const key of s.formula?.reads ?? []) {
        const read = byKey.get(key);
        if (read) visit(read);
      }
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
      const origin = {
        level: level.name,
        kind: level.kind,
        profileId: level.profileId,
        value,
        reason: level.reasons?.[key],
      };
      const before = origins.get(key);
      if (before) before.push(origin);
      else origins.set(key, [origin]);
    }
  }
  const resolved = new Map<string, Effective>();
  const values: Record<string, SettingValue> = {};
  for (const setting of ordered) {
    const key = setting.key;
    const found = origins.get(key);
    const e = found
      ? { key, value: found[0]!.value, winner: found[0]!, beaten: found.length > 1 ? found.slice(1) : NOBODY }
      : worked(setting, values);
    if (e.value !== null) values[key] = e.value;
    resolved.set(key, e);
  }
  return resolved;
}
const NOBODY: readonly Origin[] = [];

/** What formula or default give from the values before it in order. A formula reads only what it names (a test holds it to that). */
function worked(setting: Setting, values: Values): Effective {
  const key = setting.key;
  if ('formula' in setting && setting.formula) {
    const value = setting.formula.compute(values);
    const text = setting.formula.text;
    if (value !== null)
      return {
        key,
        beaten: NOBODY,
        value,
        winner: { level: text, kind: 'formula', profileId: null, value, formula: text },
      };
  }
  const value = 'default' in setting ? setting.default : undefined;
  return value === undefined
    ? { key, beaten: NOBODY, value: null, winner: null }
    : { key, beaten: NOBODY, value, winner: { level: 'default', kind: 'default', profileId: null, value } };
}

export function valuesOf(resolved: ReadonlyMap<string, Effective>): Values {
  const values: Record<string, SettingValue> = {};
  for (const [key, e] of resolved) if (e.value !== null) values[key] = e.value;
  return values;
}
