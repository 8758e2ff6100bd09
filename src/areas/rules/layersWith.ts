import type { StackRow } from '../../core/resin/stackReport.ts';

export interface LayerAt extends StackRow {
  /** From 1. */
  readonly layer: number;
}
type Area = 'areaMm2' | 'largestMm2' | 'thinMm2' | 'gapMm2';

/** The layer that has most of something; of several the lowest. */
export function layerWithMost(rows: readonly StackRow[], of: Area): LayerAt {
  const at = rows.reduce((best, r, i) => (r[of] > rows[best]![of] ? i : best), 0);
  return { ...rows[at]!, layer: at + 1 };
}

/** The same among layers that have more than so much of it for so many in a row; null where it is always gone before that. */
export function layerThatLasts(rows: readonly StackRow[], of: Area, moreThan: number, layers: number): LayerAt | null {
  let worst: LayerAt | null = null;
  for (let from = 0; from < rows.length; from++) {
    let end = from;
    while (end < rows.length && rows[end]![of] > moreThan) end++;
    if (end - from >= layers) {
      const most = layerWithMost(rows.slice(from, end), of);
      if (!worst || most[of] > worst[of]) worst = { ...most, layer: from + most.layer };
    }
    from = end;
  }
  return worst;
}
