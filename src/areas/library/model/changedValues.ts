import { findSetting } from '../settings/catalogue.ts';
import type { Values } from '../settings/define.ts';
import { showValue } from './values.ts';

/** Values that differ between two recipes, in words; one that follows by its formula from another that differs is no change of its own. */
export function changedValues(before: Values, after: Values): string[] {
  const keys = [...new Set([...Object.keys(before), ...Object.keys(after)])];
  const differ = keys.filter((key) => JSON.stringify(before[key] ?? null) !== JSON.stringify(after[key] ?? null));
  return differ.flatMap((key) => {
    const s = findSetting(key);
    if (!s || ('formula' in s && s.formula?.reads.some((read) => differ.includes(read)))) return [];
    const show = (v: Values[string] | undefined): string =>
      v === undefined || v === null ? 'not set' : showValue(s, v);
    return [`${s.label.toLowerCase()} ${show(before[key])} → ${show(after[key])}`];
  });
}
