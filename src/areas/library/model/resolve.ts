import { catalogue } from '../settings/catalogue.ts';
import type { ProfileKind, SettingValue, Values } from '../settings/define.ts';

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

/** The value in force for every setting with who won and what it beat; then formulas, then defaults. */
export function resolveValues(levels: readonly Level[]): Map<string, Effective> {
  const resolved = new Map<string, Effective>();
  const open: typeof catalogue[number][] = [];
  for (const setting of catalogue) {
    const origins: Origin[] = [];
    for (const level of levels) {
      const value = level.own[setting.key];
      if (value !== undefined) origins.push({ level: level.name, kind: level.kind, profileId: level.profileId, value, reason: level.reasons?.[setting.key] });
    }
    if (origins.length > 0) resolved.set(setting.key, { key: setting.key, value: origins[0]!.value, winner: origins[0]!, beaten: origins.slice(1) });
    else open.push(setting);
  }
  for (const setting of open) resolved.set(setting.key, worked(setting, resolved));
  // A formula may read what a later formula gives: one more pass settles chains of two.
  for (const setting of open) if (resolved.get(setting.key)!.value === null) resolved.set(setting.key, worked(setting, resolved));
  return resolved;
}

function worked(setting: (typeof catalogue)[number], resolved: ReadonlyMap<string, Effective>): Effective {
  const empty = { key: setting.key, beaten: [] };
  if ('formula' in setting && setting.formula) {
    const inputs = Object.fromEntries(setting.formula.reads.map((key) => [key, resolved.get(key)?.value]).filter(([, v]) => v !== null && v !== undefined)) as Values;
    const value = setting.formula.compute(inputs);
    if (value !== null) return { ...empty, value, winner: { level: setting.formula.text, kind: 'formula', profileId: null, value, formula: setting.formula.text } };
  }
  const value = 'default' in setting ? setting.default : undefined;
  return value === undefined ? { ...empty, value: null, winner: null } : { ...empty, value, winner: { level: 'default', kind: 'default', profileId: null, value } };
}

export const valuesOf = (resolved: ReadonlyMap<string, Effective>): Values =>
  Object.fromEntries([...resolved].filter(([, e]) => e.value !== null).map(([key, e]) => [key, e.value!]));
