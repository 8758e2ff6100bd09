import { boundsOf, type Bounds, type Mesh } from './mesh.ts';
import { momentsOf } from './moments.ts';
import type { Topology } from './topology.ts';

export interface Shell {
  readonly triangles: number;
  /** Signed: below zero where the faces look inward. */
  readonly volumeMm3: number;
  readonly areaMm2: number;
  readonly bounds: Bounds;
  readonly isClosed: boolean;
  /** Wound so that its inside is outside. A cavity is wound inward too and is none, as long as material surrounds it. */
  readonly isInsideOut: boolean;
}
export interface Shells {
  readonly shellOf: Int32Array;
  readonly shells: readonly Shell[];
}

/** Connected surfaces of a mesh: triangles that share a paired edge. Collapsed triangles belong to none (-1). */
export function shellsOf(mesh: Mesh, topology: Topology): Shells {
  const { twins, isCollapsed } = topology;
  const n = isCollapsed.length;
  const shellOf = new Int32Array(n).fill(-1);
  const stack = new Int32Array(n);
  const starts: number[] = [];
  const order = new Uint32Array(n);
  let placed = 0;
  for (let first = 0; first < n; first++) {
    if (shellOf[first] !== -1 || isCollapsed[first]) continue;
    const id = starts.length;
    starts.push(placed);
    let depth = 0;
    stack[depth++] = first;
    shellOf[first] = id;
    while (depth > 0) {
      const t = stack[--depth]!;
      order[placed++] = t;
      for (let k = 0; k < 3; k++) {
        const twin = twins[3 * t + k]!;
        if (twin < 0) continue;
        const other = (twin / 3) | 0;
        if (shellOf[other] !== -1) continue;
        shellOf[other] = id;
        stack[depth++] = other;
      }
    }
  }
  starts.push(placed);
  const found = starts.slice(0, -1).map((from, i) => measure(mesh, topology, order.subarray(from, starts[i + 1])));
  const shells = found.map((s, i) => ({
    ...s,
    isInsideOut: isInsideOut(mesh, found, i, order, starts),
  }));
  return { shellOf, shells };
}

type Measured = Omit<Shell, 'isInsideOut'>;

function measure({ xyz, corners }: Mesh, { twins }: Topology, triangles: Uint32Array): Measured {
  const own = new Uint32Array(triangles.length * 3);
  let isClosed = true;
  for (let i = 0; i < triangles.length; i++)
    for (let k = 0; k < 3; k++) {
      const half = 3 * triangles[i]! + k;
      own[3 * i + k] = corners[half]!;
      if (twins[half]! < 0) isClosed = false;
    }
  const bounds = boundsOf({ xyz, corners: own });
  const { volume, area } = momentsOf({ xyz, corners: own }, bounds.min);
  return { triangles: triangles.length, volumeMm3: volume, areaMm2: area, bounds, isClosed };
}
const isWithin = ({ min, max }: Bounds, outer: Bounds): boolean =>
  min[0] >= outer.min[0] &&
  max[0] <= outer.max[0] &&
  min[1] >= outer.min[1] &&
  max[1] <= outer.max[1] &&
  min[2] >= outer.min[2] &&
  max[2] <= outer.max[2];

/** A shell makes its surroundings deeper by one or shallower by one; where that leads below nothing, it is wound the wrong way. */
function isInsideOut(
  mesh: Mesh,
  shells: readonly Measured[],
  i: number,
  order: Uint32Array,
  starts: readonly number[],
): boolean {
  const shell = shells[i]!;
  if (shell.volumeMm3 === 0) return false;
  const holders: number[] = [];
  for (let k = 0; k < shells.length; k++)
    if (k !== i && shells[k]!.isClosed && isWithin(shell.bounds, shells[k]!.bounds)) holders.push(k);
  if (shell.volumeMm3 > 0 && holders.every((k) => shells[k]!.volumeMm3 > 0)) return false;
  const point = firstCorner(mesh, order[starts[i]!]!);
  const around = holders.reduce((s, k) => s + windingAt(mesh, order.subarray(starts[k], starts[k + 1]), point), 0);
  return shell.volumeMm3 < 0 ? around < 1 : around < 0;
}
function firstCorner({ xyz, corners }: Mesh, triangle: number): readonly [number, number, number] {
  const v = corners[3 * triangle]! * 3;
  return [xyz[v]!, xyz[v + 1]!, xyz[v + 2]!];
}

/** How often a closed surface winds round a point: sum of solid angles. Source: van Oosterom and Strackee, IEEE Trans. Biomed.
 *  Eng. 30 (1983) 125. */
function windingAt(
  { xyz, corners }: Mesh,
  triangles: Uint32Array,
  [px, py, pz]: readonly [number, number, number],
): number {
  let sum = 0;
  for (const t of triangles) {
    const a = corners[3 * t]! * 3;
    const b = corners[3 * t + 1]! * 3;
    const c = corners[3 * t + 2]! * 3;
    const ax = xyz[a]! - px;
    const ay = xyz[a + 1]! - py;
    const az = xyz[a + 2]! - pz;
    const bx = xyz[b]! - px;
    const by = xyz[b + 1]! - py;
    const bz = xyz[b + 2]! - pz;
    const cx = xyz[c]! - px;
    const cy = xyz[c + 1]! - py;
    const cz = xyz[c + 2]! - pz;
    const la = Math.hypot(ax, ay, az);
    const lb = Math.hypot(bx, by, bz);
    const lc = Math.hypot(cx, cy, cz);
    const triple = ax * (by * cz - bz * cy) + ay * (bz * cx - bx * cz) + az * (bx * cy - by * cx);
    const dot =
      la * lb * lc +
      (ax * bx + ay * by + az * bz) * lc +
      (bx * cx + by * cy + bz * cz) * la +
      (cx * ax + cy * ay + cz * az) * lb;
    sum += 2 * Math.atan2(triple, dot);
  }
  return Math.round(sum / (4 * Math.PI));
}
