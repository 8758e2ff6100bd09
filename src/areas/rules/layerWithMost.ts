import type { StackRow } from '../../core/resin/stackReport.ts';

/** The layer, from 1, that has most of something; of several the lowest. */
export function layerWithMost(
  rows: readonly StackRow[],
  of: 'areaMm2' | 'largestMm2' | 'thinMm2' | 'gapMm2',
): StackRow & { readonly layer: number } {
  const at = rows.reduce((best, r, i) => (r[of] > rows[best]![of] ? i : best), 0);
  return { ...rows[at]!, layer: at + 1 };
}
