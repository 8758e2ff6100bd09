import { readCoupon, widthOf, type LaidLine } from './coupon.ts';
import type { Side, Truth } from './truth.ts';

const SHORTEST_WALL_MM = 10;

export interface Walls {
  readonly heightMm: number;
  /** True thickness by side before lean and ripple, mm. */ readonly thicknessMm: Readonly<Record<Side, number>>;
}

/** Wall thickness of a printed hollow square at mid-height, or null when no such thing was printed. */
export function wallsOf(lines: readonly string[], truth: Truth): Walls | null {
  const { laid } = readCoupon(lines);
  const heights = [...new Set(laid.map((l) => l.z))].sort((a, b) => a - b);
  if (heights.length < 4) return null;
  const k = Math.floor(heights.length / 2);
  const layerHeight = heights[k]! - heights[k - 1]!;
  const layer = laid.filter((l) => l.z === heights[k] && l.lengthMm >= SHORTEST_WALL_MM);
  if (layer.length < 4) return null;
  const cx = (Math.min(...layer.map((l) => l.x0)) + Math.max(...layer.map((l) => l.x0))) / 2;
  const cy = (Math.min(...layer.map((l) => l.y0)) + Math.max(...layer.map((l) => l.y0))) / 2;
  const thickness = {} as Record<Side, number>;
  for (const side of ['front', 'right', 'back', 'left'] as const) {
    const along = layer.filter((l) => sideOf(l, cx, cy) === side);
    if (along.length === 0) return null;
    const place = along.map((l) => (side === 'front' || side === 'back' ? l.y0 : l.x0));
    const area = along.reduce((sum, l) => sum + l.areaMm2 * truth.flowFactor, 0) / along.length;
    const width = widthOf(area, layerHeight);
    thickness[side] = Math.max(...place) - Math.min(...place) + width + truth.leanMm[side];
  }
  return { heightMm: heights[heights.length - 1]!, thicknessMm: thickness };
}

function sideOf(l: LaidLine, cx: number, cy: number): Side | null {
  if (Math.abs(l.y0 - l.y1) < 1e-6) return l.y0 < cy ? 'front' : 'back';
  return Math.abs(l.x0 - l.x1) < 1e-6 ? (l.x0 < cx ? 'left' : 'right') : null;
}
