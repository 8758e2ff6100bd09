import { boundsOf, type Bounds, type Mesh } from './mesh.ts';
import { momentsOf } from './moments.ts';
import { windingsAt } from './nesting.ts';
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
  const turned = insideOut(mesh, found, shellOf);
  return { shellOf, shells: found.map((s, i) => ({ ...s, isInsideOut: turned[i] === 1 })) };
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
function insideOut(mesh: Mesh, shells: readonly Measured[], shellOf: Int32Array): Uint8Array {
  const out = new Uint8Array(shells.length);
  if (!shells.some((s) => s.volumeMm3 < 0)) return out;
  const points = middles(mesh, shellOf, shells.length);
  const around = windingsAt(mesh, points, (t, i) => {
    const k = shellOf[t]!;
    return k !== i && k >= 0 && shells[k]!.isClosed && isWithin(shells[i]!.bounds, shells[k]!.bounds);
  });
  shells.forEach(({ volumeMm3 }, i) => {
    if (volumeMm3 !== 0) out[i] = volumeMm3 < 0 ? Number(around[i]! < 1) : Number(around[i]! < 0);
  });
  return out;
}

/** The middle of each shell's largest triangle: where two shells touch, they rarely do so there. */
function middles({ xyz, corners }: Mesh, shellOf: Int32Array, count: number): Float64Array {
  const largest = new Float64Array(count).fill(-1);
  const points = new Float64Array(3 * count);
  for (let t = 0; t < shellOf.length; t++) {
    const s = shellOf[t]!;
    if (s < 0) continue;
    const [a, b, c] = [corners[3 * t]! * 3, corners[3 * t + 1]! * 3, corners[3 * t + 2]! * 3];
    const [ux, uy, uz] = [xyz[b]! - xyz[a]!, xyz[b + 1]! - xyz[a + 1]!, xyz[b + 2]! - xyz[a + 2]!];
    const [vx, vy, vz] = [xyz[c]! - xyz[a]!, xyz[c + 1]! - xyz[a + 1]!, xyz[c + 2]! - xyz[a + 2]!];
    const size = (uy * vz - uz * vy) ** 2 + (uz * vx - ux * vz) ** 2 + (ux * vy - uy * vx) ** 2;
    if (size <= largest[s]!) continue;
    largest[s] = size;
    for (let k = 0; k < 3; k++) points[3 * s + k] = (xyz[a + k]! + xyz[b + k]! + xyz[c + k]!) / 3;
  }
  return points;
}
