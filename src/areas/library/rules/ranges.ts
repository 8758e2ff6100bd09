import { proofAt } from '../model/along.ts';
import type { RecipeFound, RecipeReader } from './define.ts';

/** What each rule about a range has in common: the nearest end is the fix. */
export function outsideSupplier(
  r: RecipeReader,
  key: string,
  rangeKey: string,
  label: string,
  outsideIs: 'blocker' | 'caution',
): RecipeFound[] {
  const value = r.number(key);
  const [low, high] = r.range(rangeKey);
  if (value >= low && value <= high) return [];
  const p = r.input.proofs[key];
  const isProven = p?.state === 'proven' && value >= p.range.min && value <= p.range.max;
  const end = value < low ? low : high;
  return [
    {
      severity: isProven ? 'caution' : outsideIs,
      title: `${label} outside the supplier’s range${isProven ? ', though proven' : ''}`,
      figure: r.show(key),
      limit: `${r.show(key, low)} to ${r.show(key, high)}`,
      origin: 'material data',
      fix: `set ${r.show(key, end)}`,
      change: { values: { [key]: end } },
    },
  ];
}

/** Outside what is proven; `where` is the condition it was proven along (along.ts), where there is one. */
export function outsideProven(r: RecipeReader, key: string, label: string, where: number | null = null): RecipeFound[] {
  const value = r.number(key);
  const everywhere = r.input.proofs[key];
  const p = everywhere && proofAt(everywhere, where);
  if (p?.state !== 'proven' || (value >= p.range.min && value <= p.range.max)) return [];
  const isLow = value < p.range.min;
  const end = isLow ? p.range.min : p.range.max;
  const seen = (isLow ? p.range.minEnd : p.range.maxEnd) === 'failedBeyond';
  return [
    {
      severity: seen || r.input.provenOnly ? 'blocker' : 'caution',
      title: `${label} ${isLow ? 'below' : 'above'} what is proven${seen ? '; beyond was seen to fail' : ''}`,
      figure: r.show(key),
      limit: `${r.show(key, p.range.min)} to ${r.show(key, p.range.max)}`,
      origin: `proven by ${p.trialName}`,
      fix: `set ${r.show(key, end)} or prove it`,
      change: { values: { [key]: end } },
    },
  ];
}

export function above(r: RecipeReader, key: string, limitKey: string, label: string, origin: string): RecipeFound[] {
  const value = r.number(key);
  const limit = r.number(limitKey);
  if (value <= limit) return [];
  return [
    {
      severity: 'blocker',
      title: `${label} beyond the ${origin.includes('tool') ? 'tool' : 'machine'}`,
      figure: r.show(key),
      limit: r.show(limitKey),
      origin,
      fix: `set ${r.show(key, limit)}`,
      change: { values: { [key]: limit } },
    },
  ];
}
