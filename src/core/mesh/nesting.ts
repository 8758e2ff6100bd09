import { orient2d } from 'robust-predicates';
import type { Mesh } from './mesh.ts';

/** Index of a point among those asked about, by where it stands across the ray. */
interface Columns {
  readonly u: number;
  readonly v: number;
  readonly cellU: number;
  readonly cellV: number;
  readonly across: number;
  readonly start: Uint32Array;
  readonly points: Uint32Array;
}

/** How often the faces that count wind round each point: one ray a point, along the axis the points are least spread on. Faces are
 *  summed with their side wherever the ray passes them; where it runs through an edge or a corner, it passes as if the point stood
 *  an infinitely small step aside, so that a closed surface is never crossed once too often. Source: Edelsbrunner and Mücke,
 *  "Simulation of simplicity", ACM Trans. Graphics 9 (1990) 66.
 *
 *  @param points three figures each, in the mesh's unit
 *  @param counts whether a triangle is summed for a point */
export function windingsAt(
  { xyz, corners }: Mesh,
  points: Float64Array,
  counts: (triangle: number, point: number) => boolean,
): Int32Array {
  const n = points.length / 3;
  const windings = new Int32Array(n);
  if (n === 0) return windings;
  const ray = leastSpread(points);
  const [u, v] = [(ray + 1) % 3, (ray + 2) % 3];
  const columns = columnsOf(points, u, v);
  for (let t = 0; t < corners.length / 3; t++) {
    const [a, b, c] = [corners[3 * t]! * 3, corners[3 * t + 1]! * 3, corners[3 * t + 2]! * 3];
    const highest = Math.max(xyz[a + ray]!, xyz[b + ray]!, xyz[c + ray]!);
    const lowU = Math.min(xyz[a + u]!, xyz[b + u]!, xyz[c + u]!);
    const lowV = Math.min(xyz[a + v]!, xyz[b + v]!, xyz[c + v]!);
    const highU = Math.max(xyz[a + u]!, xyz[b + u]!, xyz[c + u]!);
    const highV = Math.max(xyz[a + v]!, xyz[b + v]!, xyz[c + v]!);
    const { across, start } = columns;
    const fromV = cellOf(lowV, columns.v, columns.cellV, across);
    const toV = cellOf(highV, columns.v, columns.cellV, across);
    const fromU = cellOf(lowU, columns.u, columns.cellU, across);
    const toU = cellOf(highU, columns.u, columns.cellU, across);
    for (let row = fromV; row <= toV; row++)
      for (let i = start[row * across + fromU]!; i < start[row * across + toU + 1]!; i++) {
        const p = columns.points[i]!;
        const [pu, pv, pw] = [points[3 * p + u]!, points[3 * p + v]!, points[3 * p + ray]!];
        if (pu < lowU || pu > highU || pv < lowV || pv > highV || pw > highest) continue;
        if (!counts(t, p)) continue;
        windings[p]! += crossing(xyz, a, b, c, u, v, ray, pu, pv, pw);
      }
  }
  return windings;
}

function leastSpread(points: Float64Array): number {
  const low = [Infinity, Infinity, Infinity];
  const high = [-Infinity, -Infinity, -Infinity];
  for (let i = 0; i < points.length; i++) {
    low[i % 3] = Math.min(low[i % 3]!, points[i]!);
    high[i % 3] = Math.max(high[i % 3]!, points[i]!);
  }
  return [2, 0, 1].reduce((best, k) => (high[k]! - low[k]! < high[best]! - low[best]! ? k : best));
}

const cellOf = (at: number, from: number, size: number, across: number): number =>
  Math.max(0, Math.min(across - 1, Math.floor((at - from) / size)));

/** About one point a cell; those of a row stand one behind the other. */
function columnsOf(points: Float64Array, u: number, v: number): Columns {
  const n = points.length / 3;
  const across = Math.ceil(Math.sqrt(n));
  let [u0, u1, v0, v1] = [Infinity, -Infinity, Infinity, -Infinity];
  for (let p = 0; p < n; p++) {
    u0 = Math.min(u0, points[3 * p + u]!);
    u1 = Math.max(u1, points[3 * p + u]!);
    v0 = Math.min(v0, points[3 * p + v]!);
    v1 = Math.max(v1, points[3 * p + v]!);
  }
  const cellU = (u1 - u0) / across || 1;
  const cellV = (v1 - v0) / across || 1;
  const cell = Uint32Array.from(
    { length: n },
    (_, p) => cellOf(points[3 * p + v]!, v0, cellV, across) * across + cellOf(points[3 * p + u]!, u0, cellU, across),
  );
  const start = new Uint32Array(across * across + 1);
  for (const c of cell) start[c + 1]!++;
  for (let c = 1; c < start.length; c++) start[c]! += start[c - 1]!;
  const fill = start.slice(0, -1);
  const sorted = new Uint32Array(n);
  for (let p = 0; p < n; p++) sorted[fill[cell[p]!]!++] = p;
  return { u: u0, v: v0, cellU, cellV, across, start, points: sorted };
}

/** What a ray from a point adds where it passes a triangle: 1 where it leaves the material, -1 where it enters, else 0. */
function crossing(
  xyz: Float64Array,
  a: number,
  b: number,
  c: number,
  u: number,
  v: number,
  ray: number,
  pu: number,
  pv: number,
  pw: number,
): number {
  const ab = side(xyz, a, b, u, v, pu, pv);
  const bc = side(xyz, b, c, u, v, pu, pv);
  const ca = side(xyz, c, a, u, v, pu, pv);
  if (ab === 0 || ab !== bc || bc !== ca) return 0;
  // where the plane of the triangle stands along the ray
  const [bu, bv, bw] = [xyz[b + u]! - xyz[a + u]!, xyz[b + v]! - xyz[a + v]!, xyz[b + ray]! - xyz[a + ray]!];
  const [cu, cv, cw] = [xyz[c + u]! - xyz[a + u]!, xyz[c + v]! - xyz[a + v]!, xyz[c + ray]! - xyz[a + ray]!];
  const area = bu * cv - bv * cu;
  if (area === 0) return 0;
  const [du, dv] = [pu - xyz[a + u]!, pv - xyz[a + v]!];
  const at = xyz[a + ray]! + (bw * (du * cv - dv * cu) + cw * (bu * dv - bv * du)) / area;
  return at > pw ? ab : 0;
}

/** On which side of an edge a point stands, exactly: near a corner, rounding would let its edges contradict each other. */
function side(xyz: Float64Array, a: number, b: number, u: number, v: number, pu: number, pv: number): number {
  const [eu, ev] = [xyz[b + u]! - xyz[a + u]!, xyz[b + v]! - xyz[a + v]!];
  const turn = -orient2d(xyz[a + u]!, xyz[a + v]!, xyz[b + u]!, xyz[b + v]!, pu, pv);
  // a step aside: first along u, and along v by a step that is infinitely smaller still
  return Math.sign(turn) || -Math.sign(ev) || Math.sign(eu);
}
