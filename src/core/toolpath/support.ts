import { areaMm2, difference, GRID_MM, intersection, offset, simplify, union, type Region } from '../geometry/clip.ts';
import type { Stepwise } from '../result/stepwise.ts';
import { liftMm } from './layerPlan.ts';
import type { ToolpathLayer } from './regions.ts';
import type { MeshToolpathSettings } from './settings.ts';
import { wantedIn, withoutNever, type SupportBox } from './supportBoxes.ts';

const SMALLEST_SUPPORT_MM2 = 2;
const MOST_BETWEEN_MM = 1;

/** Index of the last layer of support below a layer that leaves so much air under it; below 0 where there is no room for any. */
export function topUnder(layers: readonly ToolpathLayer[], k: number, gapMm: number): number {
  const upTo = layers[k]!.zMm - layers[k]!.heightMm - gapMm + 1e-6;
  let at = k - 1;
  while (at >= 0 && layers[at]!.zMm > upTo) at--;
  return at;
}

/** What of a layer is to be held: what lies further out over the one below than it may, and what lies between that and what carries it, so
 *  that the strips of one slope are one piece. */
function leaningIn(above: Region, below: Region, reachMm: number): Region {
  const beyond = difference(above, offset(below, reachMm));
  if (areaMm2(beyond) <= SMALLEST_SUPPORT_MM2 / 4) return [];
  const near = offset(beyond, Math.min(reachMm, MOST_BETWEEN_MM) + GRID_MM);
  return intersection(difference(near, below), above);
}

/** Columns from the plate, or from the part below, up to what leans too far; a gap is left below it. Nothing in the first `from`. */
export function* buildingSupport(
  layers: readonly ToolpathLayer[],
  s: MeshToolpathSettings,
  from: number,
  boxes: readonly SupportBox[],
): Stepwise<Region[]> {
  const reach = s.supportAngleDeg === null ? null : Math.tan((Math.min(89, s.supportAngleDeg) * Math.PI) / 180);
  const lift = liftMm(s);
  const out: Region[] = layers.map(() => []);
  const wanted = new Map<number, Region>();
  for (let k = layers.length - 1; k > from; k--) {
    const [above, below] = [layers[k]!, layers[k - 1]!];
    if (above.region === below.region) continue;
    const leaning = reach === null ? [] : leaningIn(above.region, below.region, above.heightMm * reach);
    const bottomMm = above.zMm - above.heightMm - lift;
    const hanging = wantedIn(boxes, bottomMm, leaning, { region: above.region, below: below.region });
    if (areaMm2(hanging) <= SMALLEST_SUPPORT_MM2 / 4) continue;
    const at = topUnder(layers, k, s.supportGapZMm);
    wanted.set(at, union(wanted.get(at) ?? [], hanging));
    yield 0.5 - (0.5 * k) / layers.length;
  }
  let column: Region = [];
  for (let k = layers.length - 1; k >= from; k--) {
    const more = wanted.get(k);
    if (more) column = union(column, more);
    yield 1 - (0.5 * k) / layers.length;
    if (column.length === 0) continue;
    const { region, zMm, heightMm } = layers[k]!;
    // beside the part it keeps its distance; what it rests on ends it
    const beside = difference(column, offset(region, s.supportGapXYMm));
    const free = boxes.length === 0 ? beside : withoutNever(boxes, zMm - heightMm / 2 - lift, beside);
    if (areaMm2(free) > SMALLEST_SUPPORT_MM2) out[k] = free;
    column = simplify(difference(column, region), GRID_MM);
    if (boxes.length > 0) column = withoutNever(boxes, zMm - heightMm / 2 - lift, column);
  }
  if (s.supportOnPlateOnly)
    for (let k = from + 1; k < out.length; k++)
      if (out[k] !== out[k - 1]) {
        const held = out[k]!.length === 0 ? [] : intersection(out[k]!, out[k - 1]!);
        out[k] = areaMm2(held) > SMALLEST_SUPPORT_MM2 ? held : [];
      }
  return out;
}

export interface SupportParts {
  readonly column: Region;
  readonly contact: Region;
}
/** Support of a layer: what is close below the part, so many layers deep, and the columns under that. The first layer has none of the
 *  former. */
export function supportParts(supports: readonly Region[], k: number, contactLayers: number): SupportParts {
  const here = supports[k]!;
  const contact = k === 0 || here.length === 0 ? [] : difference(here, supports[k + contactLayers] ?? []);
  return { contact, column: contact.length === 0 ? here : difference(here, contact) };
}
