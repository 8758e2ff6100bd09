import { areaMm2, intersection, type Box, type Region } from '../geometry/clip.ts';
import { fail, succeed, type Result } from '../result/result.ts';
import type { Heads } from './heads.ts';
import type { MeshToolpathSettings } from './settings.ts';
import { roundMm } from './surround.ts';

/** Less stands badly. Common practice, no source. */
const SMALLEST_SIDE_MM = 8;
/** Between the tower and everything else, and to the edge of the plate. */
const GAP_MM = 3;

/** Where what is left in a nozzle goes at each change of head: a rectangle for each change of a layer, side by side along Y. */
export interface PurgeTower {
  readonly strips: readonly Region[];
  readonly middleMm: readonly [x: number, y: number];
  /** Index of the last layer with a change: above it nothing is laid. */
  readonly lastLayer: number;
}

/** Sets a tower beside everything that is laid; null where nothing is purged. `changes` is how often the head changes on each layer. */
export function placeTower(
  changes: readonly number[],
  s: MeshToolpathSettings,
  { plateMm, zonesMm, others }: Heads,
  occupied: Box,
): Result<PurgeTower | null> {
  const lastLayer = changes.findLastIndex((n) => n > 0);
  if (lastLayer < 0 || !(s.purgeMm3 > 0)) return succeed(null);
  const count = Math.max(...changes);
  const areaOfOne = s.purgeMm3 / Math.min(s.layerHeightMm, s.firstLayerHeightMm);
  // lines begin and end within the rectangle, and the last may not fit any more: one more each way holds what is wanted
  const lineMm = Math.max(
    ...[s, ...others.map((o) => o.lay)].flatMap((l) => [l.solidFill.widthMm, l.firstLayer.widthMm]),
  );
  const width = Math.max(SMALLEST_SIDE_MM, Math.sqrt(areaOfOne * count)) + lineMm;
  const depthOfOne = Math.max(SMALLEST_SIDE_MM / count, areaOfOne / (width - lineMm)) + lineMm;
  const depth = depthOfOne * count;
  const [x0, x1, y0, y1] = occupied;
  // brim or skirt goes round the tower too
  const round = roundMm(s, 2 * (width + depth));
  const edgeMm = GAP_MM + round;
  const away = GAP_MM + (s.brimMm > 0 ? s.brimGapMm + s.brimMm : 0);
  const [middleX, middleY] = [(x0 + x1) / 2, (y0 + y1) / 2];
  const places: readonly (readonly [number, number])[] = [
    [middleX, y1 + away + depth / 2],
    [x1 + away + width / 2, middleY],
    [x0 - away - width / 2, middleY],
    [middleX, y0 - away - depth / 2],
  ];
  const rectangle = (x: number, y: number, w: number, d: number): Float64Array =>
    Float64Array.from([x - w / 2, y - d / 2, x + w / 2, y - d / 2, x + w / 2, y + d / 2, x - w / 2, y + d / 2]);
  const isFree = ([x, y]: readonly [number, number]): boolean => {
    if (x - width / 2 < edgeMm || x + width / 2 > plateMm[0] - edgeMm) return false;
    if (y - depth / 2 < edgeMm || y + depth / 2 > plateMm[1] - edgeMm) return false;
    return zonesMm.every(
      ([a, b, c, d]) =>
        areaMm2(
          intersection(
            [rectangle(x, y, width + 2 * round, depth + 2 * round)],
            [rectangle((a + c) / 2, (b + d) / 2, Math.abs(c - a), Math.abs(d - b))],
          ),
        ) === 0,
    );
  };
  const at = places.find(isFree);
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
