import { Vector3 } from 'three';
import { areaMm2, ringsOf, union } from '../geometry/clip.ts';
import { fail, succeed, type Result } from '../result/result.ts';
import type { Stepwise } from '../result/stepwise.ts';
import { rasterise } from '../resin/raster.ts';
import { Slicer } from '../slicing/slice.ts';
import { treeOf } from './bvh.ts';
import { squaredDistances } from './distance.ts';
import { isosurface } from './isosurface.ts';
import { boundsOf, joined, type Mesh } from './mesh.ts';
import type { Topology } from './topology.ts';

export interface Hollowed {
  /** The part with its inner surface, which looks into the hollow. */
  readonly mesh: Mesh;
  readonly inner: Mesh;
}
/** Most grid corners a hollow is worked out on. */
const MOST_CORNERS = 12_000_000;
/** Steps of the grid in a wall: what is level is exact whatever they are, edges inside are blunt by one of them. */
const STEPS_IN_WALL = 3;
const FINEST_MM = 0.25;
/** A room of fewer grid corners is left solid: it would only keep resin. */
const SMALLEST_CORNERS = 60;
const NUDGE = 1e-4;
/** Corners a step of the work looks at. */
const STEP_CORNERS = 20_000;

/** Takes out of a closed part what lies deeper than a wall. The wall is as thick as wished everywhere but in the corners inside, where it is
 *  thicker. */
export function* hollowing(mesh: Mesh, topology: Topology, wallMm: number): Stepwise<Result<Hollowed>> {
  if (topology.twins.some((t, i) => t < 0 && !topology.isCollapsed[(i / 3) | 0]))
    return fail({
      code: 'open',
      what: 'The surface has holes, so nothing says what is inside',
      todo: 'close it where the part was drawn, or repair it first',
    });
  const { min, max } = boundsOf(mesh);
  const reach = [0, 1, 2].map((k) => max[k]! - min[k]!) as [number, number, number];
  const stepMm = Math.max(
    wallMm / STEPS_IN_WALL,
    FINEST_MM,
    Math.cbrt((reach[0] * reach[1] * reach[2]) / MOST_CORNERS),
  );
  const size = reach.map((v) => Math.ceil(v / stepMm) + 3) as [number, number, number];
  const originMm = min.map((v) => v - stepMm) as [number, number, number];
  const isOutside = outsideOf(mesh, topology, size, stepMm, originMm);
  if (!isOutside)
    return fail({
      code: 'overlap',
      what: 'Bodies of it pass through each other, and what they share would not become hollow',
      todo: 'make them one body where the part was drawn',
    });
  yield 0.1;
  const squared = squaredDistances(isOutside, size);
  yield 0.2;
  const { tree } = treeOf(mesh);
  const hit = { point: new Vector3(), distance: 0, faceIndex: 0 };
  yield 0.3;
  const values = new Float32Array(squared.length);
  const point = new Vector3();
  for (let i = 0; i < values.length; i++) {
    if (i % STEP_CORNERS === 0) yield 0.3 + (0.6 * i) / values.length;
    // from the nearest corner outside; the surface is nearer by a cube's diagonal at most
    const about = Math.sqrt(squared[i]!) * stepMm;
    if (isOutside[i] || about < wallMm - 2 * stepMm) values[i] = wallMm;
    else if (about > wallMm + 4 * stepMm) values[i] = -2 * stepMm;
    else {
      point.set(
        originMm[0] + (i % size[0]) * stepMm,
        originMm[1] + (Math.floor(i / size[0]) % size[1]) * stepMm,
        originMm[2] + Math.floor(i / (size[0] * size[1])) * stepMm,
      );
      const value = wallMm - tree.closestPointToPoint(point, hit)!.distance;
      // a corner on the surface itself would be a corner of it many times over
      values[i] = Math.abs(value) < NUDGE * stepMm ? NUDGE * stepMm : value;
    }
  }
  leaveOutSmall(values, size);
  const inner = turnedOver(isosurface({ size, stepMm, originMm, values }));
  if (inner.corners.length === 0)
    return fail({
      code: 'solid',
      what: `Nothing of the part lies deeper than ${wallMm} mm: a wall so thick leaves no hollow`,
      todo: 'take a thinner wall, or print it solid',
    });
  return succeed({ mesh: joined([mesh, inner]), inner });
}

/** The surface as seen from its other side. */
const turnedOver = ({ xyz, corners }: Mesh): Mesh => ({
  xyz,
  corners: corners.map((_, i) => corners[i - (i % 3) + [0, 2, 1][i % 3]!]!),
});

/** Area that bodies share in a layer, at which they pass through each other. */
const SHARED_MM2 = 0.05;
/** Which corners of the grid lie outside a closed mesh; null where bodies of it pass through each other. */
function outsideOf(
  mesh: Mesh,
  topology: Topology,
  [nx, ny, nz]: readonly [number, number, number],
  stepMm: number,
  originMm: readonly [number, number, number],
): Uint8Array | null {
  const out = new Uint8Array(nx * ny * nz).fill(1);
  const slicer = new Slicer(
    mesh,
    topology,
    Float64Array.from({ length: nz }, (_, z) => originMm[2] + z * stepMm),
  );
  const options = { width: nx, height: ny, samples: 1, lowestGrey: 0 };
  for (let z = 0; z < nz; z++) {
    const rings = ringsOf(slicer.layer(z));
    if (areaMm2(rings) - areaMm2(union(rings)) > SHARED_MM2) return null;
    // samples lie in the middle of pixels: half a step further on
    const outlines = rings.map((ring) => ring.map((v, i) => (v - originMm[i % 2]!) / stepMm + 0.5));
    const runs = rasterise(outlines, options);
    for (let i = 0; i < runs.length; i += 4) {
      const row = nx * (runs[i]! + ny * z);
      out.fill(0, row + runs[i + 1]!, row + runs[i + 2]!);
    }
  }
  return out;
}

/** Fills rooms of few corners. */
function leaveOutSmall(values: Float32Array, [nx, ny]: readonly [number, number, number]): void {
  const seen = new Uint8Array(values.length);
  const steps = [1, -1, nx, -nx, nx * ny, -nx * ny];
  for (let start = 0; start < values.length; start++) {
    if (values[start]! >= 0 || seen[start]) continue;
    const room = [start];
    seen[start] = 1;
    for (let k = 0; k < room.length; k++)
      for (const step of steps) {
        const next = room[k]! + step;
        if (values[next]! >= 0 || seen[next]) continue;
        seen[next] = 1;
        room.push(next);
      }
    if (room.length < SMALLEST_CORNERS) for (const i of room) values[i] = Math.abs(values[i]!);
  }
}
