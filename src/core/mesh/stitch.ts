import type { Mesh } from './mesh.ts';
import { topologyOf } from './topology.ts';

const MOST_ROUNDS = 12;

/** The mesh with every open edge divided at the vertices of other open edges that lie on it: surfaces that met along a line without
 *  sharing its points then share them. A new mesh; one without such places comes back as it is. */
export function stitched(mesh: Mesh, toleranceMm: number): Mesh {
  let { corners } = mesh;
  const { xyz } = mesh;
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const { looseHalfEdges } = topologyOf({ xyz, corners });
    const next = divide(xyz, corners, looseHalfEdges, toleranceMm);
    if (!next) break;
    corners = next;
  }
  return { xyz, corners };
}

/** Triangles with one of their open edges divided, or null where none can be. */
function divide(xyz: Float64Array, corners: Uint32Array, loose: Uint32Array, tolerance: number): Uint32Array | null {
  if (loose.length === 0) return null;
  const grid = new VertexGrid(xyz, loose, corners);
  const cutAt = new Map<number, readonly [half: number, vertices: number[]]>();
  for (const half of loose) {
    const triangle = (half / 3) | 0;
    if (cutAt.has(triangle)) continue; // its other edges wait for the next round
    const a = corners[half]!;
    const b = corners[half % 3 === 2 ? half - 2 : half + 1]!;
    const on = grid.onEdge(a, b, tolerance).filter((v) => v !== corners[half - (half % 3) + ((half + 2) % 3)]);
    if (on.length > 0) cutAt.set(triangle, [half, on]);
  }
  if (cutAt.size === 0) return null;
  const out: number[] = [];
  for (let t = 0; t < corners.length / 3; t++) {
    const cut = cutAt.get(t);
    if (!cut) {
      out.push(corners[3 * t]!, corners[3 * t + 1]!, corners[3 * t + 2]!);
      continue;
    }
    const [half, on] = cut;
    const k = half % 3;
    const chain = [corners[half]!, ...on, corners[3 * t + ((k + 1) % 3)]!];
    const third = corners[3 * t + ((k + 2) % 3)]!;
    for (let i = 1; i < chain.length; i++) out.push(chain[i - 1]!, chain[i]!, third);
  }
  return Uint32Array.from(out);
}

/** Vertices of open edges by cells, so that those near an edge are found without looking at all. */
class VertexGrid {
  private readonly cells = new Map<string, number[]>();
  private readonly cellMm: number;
  constructor(
    private readonly xyz: Float64Array,
    loose: Uint32Array,
    corners: Uint32Array,
  ) {
    const vertices = new Set<number>();
    let length = 0;
    for (const half of loose) {
      const a = corners[half]!;
      const b = corners[half % 3 === 2 ? half - 2 : half + 1]!;
      vertices.add(a).add(b);
      length += this.distance(a, b);
    }
    this.cellMm = Math.max(1e-6, length / loose.length);
    for (const v of vertices) {
      const key = this.keyOf(xyz[3 * v]!, xyz[3 * v + 1]!, xyz[3 * v + 2]!);
      const cell = this.cells.get(key);
      if (cell) cell.push(v);
      else this.cells.set(key, [v]);
    }
  }
  private distance(a: number, b: number): number {
    const { xyz } = this;
    return Math.hypot(xyz[3 * a]! - xyz[3 * b]!, xyz[3 * a + 1]! - xyz[3 * b + 1]!, xyz[3 * a + 2]! - xyz[3 * b + 2]!);
  }
  private keyOf(x: number, y: number, z: number): string {
    return `${Math.floor(x / this.cellMm)} ${Math.floor(y / this.cellMm)} ${Math.floor(z / this.cellMm)}`;
  }
  /** Vertices strictly between the ends of an edge and on it, in their order along it. */
  onEdge(a: number, b: number, tolerance: number): number[] {
    const { xyz, cellMm } = this;
    const length = this.distance(a, b);
    if (length <= tolerance) return [];
    const d = [0, 1, 2].map((k) => (xyz[3 * b + k]! - xyz[3 * a + k]!) / length) as [number, number, number];
    const found = new Map<number, number>();
    const seen = new Set<string>();
    for (let along = 0; along <= length + cellMm; along += cellMm / 2)
      for (const key of this.around(a, d, Math.min(along, length), tolerance)) {
        if (seen.has(key)) continue;
        seen.add(key);
        for (const v of this.cells.get(key) ?? []) {
          if (v === a || v === b) continue;
          const w = [0, 1, 2].map((k) => xyz[3 * v + k]! - xyz[3 * a + k]!) as [number, number, number];
          const at = w[0] * d[0] + w[1] * d[1] + w[2] * d[2];
          const off = Math.hypot(w[0] - at * d[0], w[1] - at * d[1], w[2] - at * d[2]);
          if (off <= tolerance && at > tolerance && at < length - tolerance) found.set(v, at);
        }
      }
    return [...found].sort((p, q) => p[1] - q[1]).map(([v]) => v);
  }
  /** Cells within half a cell of a point of an edge. */
  private around(a: number, d: readonly [number, number, number], along: number, tolerance: number): string[] {
    const { xyz, cellMm } = this;
    const reach = cellMm / 4 + tolerance;
    const p = [0, 1, 2].map((k) => xyz[3 * a + k]! + along * d[k]!) as [number, number, number];
    const keys: string[] = [];
    for (const x of [p[0] - reach, p[0] + reach])
      for (const y of [p[1] - reach, p[1] + reach])
        for (const z of [p[2] - reach, p[2] + reach]) keys.push(this.keyOf(x, y, z));
    return keys;
  }
}
