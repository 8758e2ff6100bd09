/** Triangles over shared corners. `xyz` holds three figures a vertex, `corners` three vertices a triangle, seen from outside
 *  against the clock. */
export interface Mesh {
  readonly xyz: Float64Array;
  readonly corners: Uint32Array;
}

/** Units a mesh can be drawn in, and millimetres in one of each. */
export const MESH_UNITS = { um: 0.001, mm: 1, cm: 10, m: 1000, in: 25.4, ft: 304.8 } as const;
export type MeshUnit = keyof typeof MESH_UNITS;
export const isMeshUnit = (text: string): text is MeshUnit => Object.hasOwn(MESH_UNITS, text);

export type MeshFormat = 'stl' | '3mf' | 'obj';
/** One thing of a file, as its writer named it. Lengths are still those of the file. */
export interface MeshPart {
  readonly name: string;
  readonly mesh: Mesh;
  /** No two of its vertices are at one position. */
  readonly isWelded?: boolean;
}
export interface MeshFile {
  readonly format: MeshFormat;
  /** Unit the file states; null where its format has none. */
  readonly unit: MeshUnit | null;
  readonly parts: readonly MeshPart[];
  /** What a reader had to take otherwise than the file says, or left unread; a sentence each. */
  readonly remarks: readonly string[];
}

/** Most triangles a file may hold: beyond it a check would need more memory than it is given. */
export const MOST_TRIANGLES = 5_000_000;
/** A corner further out than this is a slip of the writer, whatever its unit. */
export const FURTHEST = 1e7;

export const triangleCount = (m: Mesh): number => m.corners.length / 3;

/** The same mesh with every length multiplied. */
export const scaled = (m: Mesh, factor: number): Mesh =>
  factor === 1 ? m : { xyz: m.xyz.map((v) => v * factor), corners: m.corners };

/** All meshes as one, in their order. */
export function joined(meshes: readonly Mesh[]): Mesh {
  if (meshes.length === 1) return meshes[0]!;
  const xyz = new Float64Array(meshes.reduce((s, m) => s + m.xyz.length, 0));
  const corners = new Uint32Array(meshes.reduce((s, m) => s + m.corners.length, 0));
  let vertices = 0;
  let at = 0;
  for (const m of meshes) {
    xyz.set(m.xyz, vertices * 3);
    for (let i = 0; i < m.corners.length; i++) corners[at++] = m.corners[i]! + vertices;
    vertices += m.xyz.length / 3;
  }
  return { xyz, corners };
}

export interface Bounds {
  readonly min: readonly [number, number, number];
  readonly max: readonly [number, number, number];
}

/** Bounds of the vertices that a triangle uses. */
export function boundsOf({ xyz, corners }: Mesh): Bounds {
  let [x0, y0, z0] = [Infinity, Infinity, Infinity];
  let [x1, y1, z1] = [-Infinity, -Infinity, -Infinity];
  for (let i = 0; i < corners.length; i++) {
    const v = corners[i]! * 3;
    const x = xyz[v]!;
    const y = xyz[v + 1]!;
    const z = xyz[v + 2]!;
    if (x < x0) x0 = x;
    if (x > x1) x1 = x;
    if (y < y0) y0 = y;
    if (y > y1) y1 = y;
    if (z < z0) z0 = z;
    if (z > z1) z1 = z;
  }
  return { min: [x0, y0, z0], max: [x1, y1, z1] };
}
