import { Clipper, TriangulateResult, type Path64 } from 'clipper2-ts';
import type { Region } from '../geometry/clip.ts';
import type { Mesh } from './mesh.ts';

/** A box between two corners, twelve triangles. */
export function boxMesh(min: readonly [number, number, number], max: readonly [number, number, number]): Mesh {
  const xyz = new Float64Array(24);
  for (let i = 0; i < 8; i++)
    for (let axis = 0; axis < 3; axis++) xyz[3 * i + axis] = ((i >> axis) & 1) === 1 ? max[axis]! : min[axis]!;
  // prettier-ignore
  const corners = Uint32Array.from([
    0, 2, 3, 0, 3, 1,  4, 5, 7, 4, 7, 6,  0, 1, 5, 0, 5, 4,
    2, 6, 7, 2, 7, 3,  0, 4, 6, 0, 6, 2,  1, 3, 7, 1, 7, 5,
  ]);
  return { xyz, corners };
}

/** What a profile of radius over height sweeps when turned round the vertical through a place; a radius of 0 closes it. */
export function turnedMesh(
  profile: readonly (readonly [radiusMm: number, zMm: number])[],
  sides: number,
  [cx, cy]: readonly [number, number] = [0, 0],
): Mesh {
  const xyz: number[] = [];
  const corners: number[] = [];
  const rings = profile.map(([r, z]) => {
    const from = xyz.length / 3;
    for (let k = 0; k < (r === 0 ? 1 : sides); k++) {
      const a = (2 * Math.PI * k) / sides;
      xyz.push(cx + r * Math.cos(a), cy + r * Math.sin(a), z);
    }
    return { from, isPoint: r === 0 };
  });
  const cap = (ring: { from: number; isPoint: boolean }, isLower: boolean): void => {
    if (ring.isPoint) return;
    for (let k = 1; k + 1 < sides; k++)
      corners.push(ring.from, ring.from + (isLower ? k + 1 : k), ring.from + (isLower ? k : k + 1));
  };
  cap(rings[0]!, true);
  for (let i = 1; i < rings.length; i++) {
    const below = rings[i - 1]!;
    const above = rings[i]!;
    for (let k = 0; k < sides; k++) {
      const next = (k + 1) % sides;
      const [a, b] = [below.from + (below.isPoint ? 0 : k), below.from + (below.isPoint ? 0 : next)];
      const [c, d] = [above.from + (above.isPoint ? 0 : k), above.from + (above.isPoint ? 0 : next)];
      if (!below.isPoint) corners.push(a, b, d);
      if (!above.isPoint) corners.push(a, d, c);
    }
  }
  cap(rings[rings.length - 1]!, false);
  return { xyz: Float64Array.from(xyz), corners: Uint32Array.from(corners) };
}
export const cylinderMesh = (
  radiusMm: number,
  fromMm: number,
  toMm: number,
  sides: number,
  centre?: readonly [number, number],
): Mesh =>
  turnedMesh(
    [
      [radiusMm, fromMm],
      [radiusMm, toMm],
    ],
    sides,
    centre,
  );
export function sphereMesh(radiusMm: number, sides: number, centreZMm = 0): Mesh {
  const rows = Math.max(2, sides >> 1);
  return turnedMesh(
    Array.from({ length: rows + 1 }, (_, i) => {
      const a = (Math.PI * i) / rows;
      return [i === 0 || i === rows ? 0 : radiusMm * Math.sin(a), centreZMm - radiusMm * Math.cos(a)] as const;
    }),
    sides,
  );
}

/** Units a millimetre for dividing an outline into triangles. */
const PER_MM = 10_000;

/** A region drawn up from one height to another, its holes with it. */
export function extrudedMesh(region: Region, fromMm: number, toMm: number): Mesh {
  const xyz: number[] = [];
  const corners: number[] = [];
  const idOf = new Map<string, number>();
  const vertex = (x: number, y: number): number => {
    const key = `${Math.round(x * PER_MM)} ${Math.round(y * PER_MM)}`;
    const known = idOf.get(key);
    if (known !== undefined) return known;
    const id = xyz.length / 3;
    xyz.push(x, y, fromMm, x, y, toMm);
    idOf.set(key, id);
    return id;
  };
  for (const ring of region)
    for (let i = 0, k = ring.length - 2; i < ring.length; k = i, i += 2) {
      const [p, q] = [vertex(ring[k]!, ring[k + 1]!), vertex(ring[i]!, ring[i + 1]!)];
      corners.push(p, q, q + 1, p, q + 1, p + 1);
    }
  const paths = region.map((ring) => {
    const path: Path64 = [];
    for (let i = 0; i < ring.length; i += 2)
      path.push({ x: Math.round(ring[i]! * PER_MM), y: Math.round(ring[i + 1]! * PER_MM) } as Path64[number]);
    return path;
  });
  const { result, solution } = Clipper.triangulate(paths);
  if (result !== TriangulateResult.success) throw new RangeError('an outline of our own cannot be divided');
  for (const triangle of solution) {
    const ids = triangle.map((p) => vertex(Number(p.x) / PER_MM, Number(p.y) / PER_MM));
    const [a, b, c] = [triangle[0]!, triangle[1]!, triangle[2]!];
    const twice =
      (Number(b.x) - Number(a.x)) * (Number(c.y) - Number(a.y)) -
      (Number(b.y) - Number(a.y)) * (Number(c.x) - Number(a.x));
    const up = twice > 0 ? ids : [ids[0]!, ids[2]!, ids[1]!];
    corners.push(up[0]! + 1, up[1]! + 1, up[2]! + 1, up[0]!, up[2]!, up[1]!);
  }
  return { xyz: Float64Array.from(xyz), corners: Uint32Array.from(corners) };
}
