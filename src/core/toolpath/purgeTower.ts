import type { Box, Region } from '../geometry/clip.ts';
import { fail, succeed, type Result } from '../result/result.ts';
import type { Heads } from './heads.ts';
import type { MeshToolpathSettings } from './settings.ts';
import { freePlaceBeside, rectangle } from './surround.ts';

/** Less stands badly. Common practice, no source. */
const SMALLEST_SIDE_MM = 8;

/** Where what is left in a nozzle goes at each change of head: a rectangle for each change of a layer, side by side along Y. */
export interface PurgeTower {
  readonly strips: readonly Region[];
  readonly middleMm: readonly [x: number, y: number];
  /** Index of the last layer with a change: above it nothing is laid. */
  readonly lastLayer: number;
}

/** Sets a tower beside everything that is laid; null where nothing is purged. `changes` is how often the head changes on each layer;
 *  the thinnest holds the least. */
export function placeTower(
  changes: readonly number[],
  s: MeshToolpathSettings,
  { plateMm, zonesMm, others }: Heads,
  { occupied, thinnestMm }: { readonly occupied: Box; readonly thinnestMm: number },
): Result<PurgeTower | null> {
  const lastLayer = changes.findLastIndex((n) => n > 0);
  if (lastLayer < 0 || !(s.purgeMm3 > 0)) return succeed(null);
  const count = Math.max(...changes);
  const areaOfOne = s.purgeMm3 / thinnestMm;
  // lines begin and end within the rectangle, and the last may not fit any more: one more each way holds what is wanted
  const lineMm = Math.max(
    ...[s, ...others.map((o) => o.lay)].flatMap((l) => [l.solidFill.widthMm, l.firstLayer.widthMm]),
  );
  const width = Math.max(SMALLEST_SIDE_MM, Math.sqrt(areaOfOne * count)) + lineMm;
  const depthOfOne = Math.max(SMALLEST_SIDE_MM / count, areaOfOne / (width - lineMm)) + lineMm;
  const depth = depthOfOne * count;
  const at = freePlaceBeside(occupied, [width, depth], s, { plateMm, zonesMm });
  if (!at)
    return fail({
      code: 'noPlaceForPurge',
      what: `The purge tower of ${Math.ceil(width)} × ${Math.ceil(depth)} mm has no room beside the part`,
      where: `plate of ${plateMm[0]} × ${plateMm[1]} mm`,
      todo: 'move or turn the part, or purge less per change',
    });
  return succeed({
    strips: Array.from({ length: count }, (_, k) => [
      rectangle(at[0], at[1] - depth / 2 + (k + 0.5) * depthOfOne, width, depthOfOne),
    ]),
    middleMm: at,
    lastLayer,
  });
}
