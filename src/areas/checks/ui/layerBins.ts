import type { LayerRow } from '../../../core/gcode/report.ts';

export interface Bin {
  readonly fromMm: number;
  readonly toMm: number;
  readonly minX: number;
  readonly maxX: number;
  readonly flow: number;
  readonly timeS: number;
  readonly layers: number;
}

/** Layers gathered into at most `most` bins of height, for drawing: widest silhouette, highest flow, mean layer time. */
export function layerBins(rows: readonly LayerRow[], most: number): Bin[] {
  const per = Math.max(1, Math.ceil(rows.length / most));
  const bins: Bin[] = [];
  for (let i = 0; i < rows.length; i += per) {
    const part = rows.slice(i, i + per);
    const below = i > 0 ? rows[i - 1]!.zMm : 0;
    bins.push({
      fromMm: below,
      toMm: part[part.length - 1]!.zMm,
      minX: Math.min(...part.map((r) => r.minX)),
      maxX: Math.max(...part.map((r) => r.maxX)),
      flow: Math.max(...part.map((r) => r.peakFlowMm3PerS)),
      timeS: part.reduce((s, r) => s + r.timeS, 0) / part.length,
      layers: part.length,
    });
  }
  return bins;
}

/** Tops of cards that want to stand at given places but must not overlap: pushed down in order, then up from the bottom edge. */
export function spread(wanted: readonly number[], heights: readonly number[], bottom: number, gap = 6): number[] {
  const tops: number[] = [];
  wanted.forEach((w, i) => {
    tops.push(i === 0 ? Math.max(0, w) : Math.max(w, tops[i - 1]! + heights[i - 1]! + gap));
  });
  for (let i = tops.length - 1, edge = bottom; i >= 0; i--) {
    if (tops[i]! + heights[i]! > edge) tops[i] = Math.max(0, edge - heights[i]!);
    edge = tops[i]! - gap;
  }
  for (let i = 1; i < tops.length; i++) tops[i] = Math.max(tops[i]!, tops[i - 1]! + heights[i - 1]! + gap);
  return tops;
}
