import type { SettingKey } from '../library/settings/catalogue.ts';
import type { Rule } from './define.ts';
import { rules } from './index.ts';

/** Settings a rule reads of a recipe. */
export const settingsReadBy = ({ recipe: view }: Rule): readonly SettingKey[] =>
  view ? [...view.reads, ...(view.readsIfSet ?? []), ...(view.readsOfRoles ?? [])] : [];

const readers = new Map<string, Rule[]>();
for (const rule of rules)
  for (const key of new Set(settingsReadBy(rule))) readers.set(key, [...(readers.get(key) ?? []), rule]);
/** Rules that read a setting of a recipe. */
export const rulesThatRead = (key: string): readonly Rule[] => readers.get(key) ?? [];
