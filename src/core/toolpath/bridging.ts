import {
  areaMm2,
  contains,
  difference,
  intersection,
  offset,
  ringAreaMm2,
  union,
  type Region,
} from '../geometry/clip.ts';
import { fillLines } from './infill.ts';

/** A piece of a layer over open air, and the direction its lines carry across in, radians from X. */
export interface BridgePatch {
  readonly region: Region;
  readonly angle: number;
}

/** Smaller patches are laid as what lies round them: the lines sag less than they are high. Common practice, no source. */
const SMALLEST_MM2 = 4;
const DIRECTIONS = 36;
/** Every third direction is tried, then those beside the best; by so many lines over a square of its area. */
const EVERY = 3;
const TRIED_LINES = 10;
/** Less than this of the lines held at both ends is no bridge but a ledge. */
const LEAST_HELD = 0.5;

/** Where a layer lies over air and its lines can be held at both ends, with the direction in which most of them are: along the span.
 *  The lines reach so many widths onto what holds them. */
export function bridgesIn(region: Region, below: Region, support: Region, widthMm: number): BridgePatch[] {
  if (region === below) return [];
  const held = support.length === 0 ? below : union(below, support);
  if (areaMm2(region) < SMALLEST_MM2) return [];
  if (areaMm2(difference(region, held)) < SMALLEST_MM2) return [];
  const air = difference(region, offset(held, widthMm / 2));
  return air
    .filter((ring) => ringAreaMm2(ring) > SMALLEST_MM2)
    .flatMap((outer) => {
      const piece = intersection([outer], air);
      const holds = intersection(offset([outer], 2 * widthMm), held);
      const angle = directionOf(piece, holds, widthMm);
      return angle === null ? [] : [{ region: offset(piece, 2 * widthMm), angle }];
    });
}

/** Direction in which the most lines are held at both ends; the shortest lines where several are alike. */
function directionOf(piece: Region, holds: Region, widthMm: number): number | null {
  const stepMm = Math.sqrt(areaMm2(piece)) / TRIED_LINES;
  let best: { k: number; held: number; longest: number } | null = null;
  const tryOut = (k: number): void => {
    const angle = (k * Math.PI) / DIRECTIONS;
    const [cos, sin] = [Math.cos(angle) * widthMm, Math.sin(angle) * widthMm];
    let [all, held, longest] = [0, 0, 0];
    for (const [x0, y0, x1, y1] of fillLines(piece, stepMm, angle)) {
      const length = Math.hypot(x1 - x0, y1 - y0);
      const forth = (x1 - x0) * cos + (y1 - y0) * sin >= 0 ? 1 : -1;
      all += length;
      longest = Math.max(longest, length);
      if (contains(holds, x0 - forth * cos, y0 - forth * sin) && contains(holds, x1 + forth * cos, y1 + forth * sin))
        held += length;
    }
    const share = all > 0 ? held / all : 0;
    if (!best || share > best.held + 0.02 || (share > best.held - 0.02 && longest < best.longest))
      best = { k, held: share, longest };
  };
  for (let k = 0; k < DIRECTIONS; k += EVERY) tryOut(k);
  const { k: coarse, held } = best!;
  if (held < LEAST_HELD / 2) return null;
  for (let by = 1 - EVERY; by < EVERY; by++) if (by !== 0) tryOut(coarse + by);
  return best!.held >= LEAST_HELD ? (best!.k * Math.PI) / DIRECTIONS : null;
}
