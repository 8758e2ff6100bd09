import { BedEdge } from '../gcode/bed.ts';
import type { CouponSettings, Point } from './couponSettings.ts';

const round = (v: number): number => Math.round(v * 1000) / 1000;

/** There is no place for the coupon on this bed. */
export class NoRoom extends Error {}

/** Centre of a free place of this size with its skirt: the middle of the bed (or where it should stand), else the nearest place to
 *  it outside all zones. */
export function placeOnBed(
  s: Pick<CouponSettings, 'travelMm' | 'bedShape' | 'bedOutline' | 'zonesMm' | 'skirtGapMm' | 'lineWidthMm' | 'nearMm'>,
  [width, depth]: readonly [number, number],
): Point {
  const margin = s.skirtGapMm + 4 * s.lineWidthMm;
  const halfW = width / 2 + margin;
  const halfD = depth / 2 + margin;
  const [tx, ty] = s.travelMm;
  const STEP = 5;
  const edge = s.bedOutline && new BedEdge(s.bedOutline);
  const isFree = (x: number, y: number): boolean => {
    if (x - halfW < 0 || x + halfW > tx || y - halfD < 0 || y + halfD > ty) return false;
    // of a box the corner furthest from the middle
    const furthestMm = Math.hypot(Math.abs(x - tx / 2) + halfW, Math.abs(y - ty / 2) + halfD);
    if (s.bedShape === 'round' && furthestMm > Math.min(tx, ty) / 2) return false;
    if (edge && !edge.holds(x - halfW, y - halfD, x + halfW, y + halfD)) return false;
    return !s.zonesMm.some(
      ([x0, y0, x1, y1]) =>
        x + halfW > Math.min(x0, x1) &&
        x - halfW < Math.max(x0, x1) &&
        y + halfD > Math.min(y0, y1) &&
        y - halfD < Math.max(y0, y1),
    );
  };
  const [nearX, nearY] = s.nearMm ?? [tx / 2, ty / 2];
  let best: Point | null = null;
  let away = Infinity;
  for (let x = tx / 2 - Math.floor(tx / 2 / STEP) * STEP; x <= tx; x += STEP)
    for (let y = ty / 2 - Math.floor(ty / 2 / STEP) * STEP; y <= ty; y += STEP) {
      const d = Math.hypot(x - nearX, y - nearY);
      if (d < away && isFree(x, y)) {
        best = [round(x), round(y)];
        away = d;
      }
    }
  if (!best)
    throw new NoRoom(
      `A coupon of ${width.toFixed(0)} × ${depth.toFixed(0)} mm with its skirt finds no free place on a bed of ${tx} × ${ty} mm`,
    );
  return best;
}
