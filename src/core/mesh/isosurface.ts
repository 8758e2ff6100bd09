import type { Mesh } from './mesh.ts';

/** Figures at the corners of cubes of one size: x fastest, then y, then z. */
export interface Grid {
  readonly size: readonly [nx: number, ny: number, nz: number];
  readonly stepMm: number;
  /** Place of the first corner. */
  readonly originMm: readonly [number, number, number];
  readonly values: Float32Array;
}

/** A cube as six tetrahedra round its long diagonal; corners by their bits: 1 along x, 2 along y, 4 along z. Neighbours share their faces'
 *  diagonals, so that what is found in them closes (A. Doi and A. Koide, 1991; named from memory). */
const TETRAHEDRA = [
  [0, 1, 3, 7],
  [0, 3, 2, 7],
  [0, 2, 6, 7],
  [0, 6, 4, 7],
  [0, 4, 5, 7],
  [0, 5, 1, 7],
] as const;

/** The surface on which the figures pass through zero, closed wherever they are above zero at the grid's border. Seen from where they are
 *  above zero its triangles turn against the clock. */
export function isosurface({ size, stepMm, originMm, values }: Grid): Mesh {
  const [nx, ny, nz] = size;
  const points: number[] = [];
  const corners: number[] = [];
  const plane = nx * ny;
  /** Vertices by edge, of edges that begin in the plane below the cubes and in the one above. */
  let below = new Map<number, number>();
  let above = new Map<number, number>();
  let z = 0;
  const step = [1, nx, plane] as const;
  const at = (cube: number, corner: number): number =>
    cube + (corner & 1) * step[0] + ((corner >> 1) & 1) * step[1] + ((corner >> 2) & 1) * step[2];
  const vertex = (p: number, q: number): number => {
    const [a, b] = p < q ? [p, q] : [q, p];
    const key = a * 8 + edgeOf(b - a, step);
    const known = a < plane * (z + 1) ? below : above;
    const found = known.get(key);
    if (found !== undefined) return found;
    const [va, vb] = [values[a]!, values[b]!];
    const t = va / (va - vb);
    for (let k = 0; k < 3; k++) {
      const [ka, kb] = [along(a, k, size), along(b, k, size)];
      points.push(originMm[k]! + (ka + t * (kb - ka)) * stepMm);
    }
    known.set(key, points.length / 3 - 1);
    return points.length / 3 - 1;
  };
  for (; z + 1 < nz; z++) {
    for (let y = 0; y + 1 < ny; y++)
      for (let x = 0; x + 1 < nx; x++) {
        const cube = x + nx * (y + ny * z);
        let inside = 0;
        for (let c = 0; c < 8; c++) if (values[at(cube, c)]! < 0) inside++;
        if (inside === 0 || inside === 8) continue;
        for (const tetra of TETRAHEDRA) {
          const low = tetra.filter((c) => values[at(cube, c)]! < 0);
          const high = tetra.filter((c) => values[at(cube, c)]! >= 0);
          const isEven = evenOrder([...low, ...high], tetra);
          const v = (i: number, k: number): number => vertex(at(cube, low[i]!), at(cube, high[k]!));
          const add = (a: number, b: number, c: number): void => {
            if (a === b || b === c || a === c) return;
            if (isEven) corners.push(a, b, c);
            else corners.push(a, c, b);
          };
          if (low.length === 1) add(v(0, 0), v(0, 1), v(0, 2));
          else if (low.length === 3) add(v(0, 0), v(1, 0), v(2, 0));
          else if (low.length === 2) {
            add(v(0, 0), v(0, 1), v(1, 1));
            add(v(0, 0), v(1, 1), v(1, 0));
          }
        }
      }
    [below, above] = [above, new Map<number, number>()];
  }
  return { xyz: Float64Array.from(points), corners: Uint32Array.from(corners) };
}
/** Which of a corner's seven edges leads so far on. */
function edgeOf(away: number, [x, y, z]: readonly [number, number, number]): number {
  for (let bits = 1; bits < 8; bits++)
    if (away === (bits & 1) * x + ((bits >> 1) & 1) * y + ((bits >> 2) & 1) * z) return bits;
  return 0;
}
const along = (i: number, k: number, [nx, ny]: readonly [number, number, number]): number =>
  k === 0 ? i % nx : k === 1 ? Math.floor(i / nx) % ny : Math.floor(i / (nx * ny));
/** Whether an order of four corners is an even change of another. */
function evenOrder(order: readonly number[], of: readonly number[]): boolean {
  let swaps = 0;
  for (let i = 0; i < 4; i++)
    for (let k = i + 1; k < 4; k++) if (of.indexOf(order[i]!) > of.indexOf(order[k]!)) swaps++;
  return swaps % 2 === 0;
}
