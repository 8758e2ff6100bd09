import {
  difference,
  intersection,
  offset,
  ringAreaMm2,
  ringsOf,
  simplify,
  union,
  type Region,
} from '../geometry/clip.ts';
import { boundsOf, type Mesh } from '../mesh/mesh.ts';
import type { Topology } from '../mesh/topology.ts';
import type { Stepwise } from '../result/stepwise.ts';
import { Slicer } from '../slicing/slice.ts';
import type { PlannedLayer } from './layerPlan.ts';
import type { MeshToolpathSettings } from './settings.ts';

/** Points of a contour nearer than this to their neighbours' line are left out: finer than any machine follows. */
const FINEST_MM = 0.01;

export interface ToolpathLayer {
  readonly zMm: number;
  readonly heightMm: number;
  readonly region: Region;
  /** Contours closed across a hole in the surface. */
  readonly gaps: number;
}

/** A part that stands on the plate, larger or smaller about the middle of its foot: where it stands stays where it stands. */
export function scaledAboutFoot(mesh: Mesh, [sx, sy, sz]: MeshToolpathSettings['scale']): Mesh {
  if (sx === 1 && sy === 1 && sz === 1) return mesh;
  const { min, max } = boundsOf(mesh);
  const middle = [(min[0] + max[0]) / 2, (min[1] + max[1]) / 2, 0];
  const factor = [sx, sy, sz];
  return { ...mesh, xyz: mesh.xyz.map((v, i) => middle[i % 3]! + (v - middle[i % 3]!) * factor[i % 3]!) };
}

/** Regions of all layers, cut in their middle: all bodies united, contours moved as the recipe moves them. Those of a raft are empty. */
export function* cuttingLayers(
  mesh: Mesh,
  topology: Topology,
  planned: readonly PlannedLayer[],
  contourOffsetMm: number,
): Stepwise<ToolpathLayer[]> {
  const planes = planned.flatMap((l) => (l.cutMm === null ? [] : [l.cutMm]));
  const raft = planned.length - planes.length;
  const slicer = new Slicer(mesh, topology, Float64Array.from(planes));
  const out: ToolpathLayer[] = [];
  for (const [k, { zMm, heightMm, cutMm }] of planned.entries()) {
    if (cutMm === null) {
      out.push({ zMm, heightMm, region: [], gaps: 0 });
      continue;
    }
    const contours = slicer.layer(k - raft);
    const drawn = simplify(union(ringsOf(contours)), FINEST_MM);
    const region = contourOffsetMm === 0 ? drawn : offset(drawn, contourOffsetMm);
    const before = out.at(-1)?.region;
    // upright walls: what is worked out of a region holds for the next layer too
    const isSame = before !== undefined && isSameRegion(before, region);
    out.push({ zMm, heightMm, region: isSame ? before : region, gaps: contours.gaps });
    yield k / planned.length;
  }
  return out;
}

const isSameRegion = (a: Region, b: Region): boolean =>
  a.length === b.length && a.every((ring, i) => ring.length === b[i]!.length && ring.every((v, j) => v === b[i]![j]));

/** A region without its holes. */
export const outerOnly = (region: Region): Region => union(region.filter((ring) => ringAreaMm2(ring) > 0));

/** What each run of so many layers has in common, by its lowest layer; runs that reach beyond the top are left out. Two runs of half
 *  the length make one, and they may overlap: what is common to both stays the same. */
export function* commonOf(regions: readonly Region[], count: number): Stepwise<Region[]> {
  let common = regions;
  let length = 1;
  while (length < count) {
    const shift = Math.min(length, count - length);
    const next: Region[] = [];
    for (let k = 0; k + shift < common.length; k++) {
      const [a, b] = [common[k]!, common[k + shift]!];
      next.push(a === b ? a : intersection(a, b));
      yield k / common.length;
    }
    common = next;
    length += shift;
  }
  return common as Region[];
}

/** What several layers in a row have in common, under tops and above floors. */
export interface Common {
  readonly topLayers: number;
  readonly floorLayers: number;
  readonly top: readonly Region[];
  readonly floor: readonly Region[];
}
/** Of all layers, for so many solid ones under tops and above floors. */
export function* commonRuns(
  regions: readonly Region[],
  { topLayers, floorLayers }: Pick<Common, 'topLayers' | 'floorLayers'>,
): Stepwise<Common> {
  const top = topLayers > 0 ? yield* commonOf(regions, topLayers) : [];
  const isAlike = floorLayers === topLayers;
  const floor = isAlike ? top : floorLayers > 0 ? yield* commonOf(regions, floorLayers) : [];
  return { topLayers, floorLayers, top, floor };
}

/** What of a layer's inside must be solid: where one of the layers next above or below does not cover it. */
export function solidOf(
  { topLayers, floorLayers, top, floor }: Common,
  k: number,
  region: Region,
  inner: Region,
): Region {
  const below = floorLayers === 0 ? region : floor[k - floorLayers];
  const above = topLayers === 0 ? region : top[k + 1];
  if (!below || !above) return inner;
  let covered = inner;
  for (const cover of [below, above]) if (cover !== region) covered = intersection(covered, cover);
  if (covered === inner) return [];
  return covered.length === 0 ? inner : difference(inner, covered);
}
