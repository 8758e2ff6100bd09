import { boundsOf, triangleCount, type Bounds, type Mesh } from './mesh.ts';
import { momentsOf } from './moments.ts';
import { shellsOf, type Shells } from './shells.ts';
import { topologyOf, type Topology } from './topology.ts';

/** What a mesh is, and what is wrong with it. Lengths in millimetres. */
export interface MeshFacts {
  readonly triangles: number;
  readonly vertices: number;
  readonly shells: number;
  readonly openEdges: number;
  readonly nonManifoldEdges: number;
  readonly flippedEdges: number;
  readonly insideOutShells: number;
  readonly degenerateFaces: number;
  readonly duplicateFaces: number;
  /** Every edge has two faces. */
  readonly watertight: boolean;
  readonly bounds: Bounds;
  /** Null where the surface is open: it encloses nothing. */
  readonly volumeMm3: number | null;
  readonly areaMm2: number;
}

/** A face this much lower than its longest side is long has no area worth the name: the rounding of a 32-bit figure is a tenth. */
const FLATTEST = 1e-6;

export interface Surveyed {
  readonly facts: MeshFacts;
  readonly topology: Topology;
  readonly shells: Shells;
  readonly faults: FaceFaults;
}

/** Facts of a welded mesh, with what they were found by. */
export function surveyMesh(mesh: Mesh): Surveyed {
  const topology = topologyOf(mesh);
  const shells = shellsOf(mesh, topology);
  const faults = faceFaults(mesh);
  const bounds = boundsOf(mesh);
  const { volume, area } = momentsOf(mesh, bounds.min);
  const facts: MeshFacts = {
    triangles: triangleCount(mesh),
    vertices: mesh.xyz.length / 3,
    shells: shells.shells.length,
    openEdges: topology.openEdges,
    nonManifoldEdges: topology.nonManifoldEdges,
    flippedEdges: topology.flippedEdges,
    insideOutShells: shells.shells.filter((s) => s.isInsideOut).length,
    degenerateFaces: faults.degenerate.length,
    duplicateFaces: faults.duplicate.length,
    watertight: topology.openEdges === 0 && topology.nonManifoldEdges === 0,
    bounds,
    volumeMm3: topology.openEdges === 0 ? volume : null,
    areaMm2: area,
  };
  return { facts, topology, shells, faults };
}

interface FaceFaults {
  /** Triangles without area. */
  readonly degenerate: readonly number[];
  /** Surplus copies: triangles over the same three vertices as one before them, either way round. */
  readonly duplicate: readonly number[];
}

function faceFaults({ xyz, corners }: Mesh): FaceFaults {
  const degenerate: number[] = [];
  const n = corners.length / 3;
  const lowest = new Uint32Array(xyz.length / 3 + 1);
  for (let t = 0; t < n; t++) {
    const a = corners[3 * t]!;
    const b = corners[3 * t + 1]!;
    const c = corners[3 * t + 2]!;
    if (isFlat(xyz, a * 3, b * 3, c * 3)) degenerate.push(t);
    lowest[Math.min(a, b, c) + 1]!++;
  }
  for (let v = 1; v < lowest.length; v++) lowest[v]! += lowest[v - 1]!;
  const fill = lowest.slice(0, -1);
  const byLowest = new Uint32Array(n);
  for (let t = 0; t < n; t++)
    byLowest[fill[Math.min(corners[3 * t]!, corners[3 * t + 1]!, corners[3 * t + 2]!)]!++] = t;
  const duplicate: number[] = [];
  for (let v = 0; v + 1 < lowest.length; v++) {
    const from = lowest[v]!;
    const to = lowest[v + 1]!;
    if (to - from > MANY) copiesAmongMany(corners, byLowest.subarray(from, to), duplicate);
    else
      for (let i = from + 1; i < to; i++)
        for (let k = from; k < i; k++)
          if (isSame(corners, byLowest[i]! * 3, byLowest[k]! * 3)) {
            duplicate.push(byLowest[i]!);
            break;
          }
  }
  return { degenerate, duplicate: duplicate.sort((p, q) => p - q) };
}

const MANY = 64;
/** The same where a vertex has so many triangles that comparing each with each would take long. */
function copiesAmongMany(corners: Uint32Array, triangles: Uint32Array, duplicate: number[]): void {
  const seen = new Set<string>();
  for (const t of triangles) {
    const key = [corners[3 * t]!, corners[3 * t + 1]!, corners[3 * t + 2]!].sort((p, q) => p - q).join();
    if (seen.has(key)) duplicate.push(t);
    seen.add(key);
  }
}

function isFlat(xyz: Float64Array, a: number, b: number, c: number): boolean {
  const ux = xyz[b]! - xyz[a]!;
  const uy = xyz[b + 1]! - xyz[a + 1]!;
  const uz = xyz[b + 2]! - xyz[a + 2]!;
  const vx = xyz[c]! - xyz[a]!;
  const vy = xyz[c + 1]! - xyz[a + 1]!;
  const vz = xyz[c + 2]! - xyz[a + 2]!;
  const wx = vx - ux;
  const wy = vy - uy;
  const wz = vz - uz;
  const longest = Math.max(ux * ux + uy * uy + uz * uz, vx * vx + vy * vy + vz * vz, wx * wx + wy * wy + wz * wz);
  const nx = uy * vz - uz * vy;
  const ny = uz * vx - ux * vz;
  const nz = ux * vy - uy * vx;
  return Math.sqrt(nx * nx + ny * ny + nz * nz) <= FLATTEST * longest;
}

/** Whether two triangles stand on the same three vertices; the lowest is known to be the same. */
function isSame(corners: Uint32Array, p: number, q: number): boolean {
  const a = corners[p]!;
  const b = corners[p + 1]!;
  const c = corners[p + 2]!;
  const has = (v: number): boolean => corners[q] === v || corners[q + 1] === v || corners[q + 2] === v;
  return has(a) && has(b) && has(c) && corners[q]! + corners[q + 1]! + corners[q + 2]! === a + b + c;
}
