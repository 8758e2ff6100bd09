import { meshOfSolids, type Solid } from '../../src/core/mesh/solid.ts';
import bunny from 'bunny';
import { joined, type Mesh } from '../../src/core/mesh/mesh.ts';
import { boxMesh, cylinderMesh, sphereMesh, turnedMesh } from '../../src/core/mesh/solids.ts';
import { weld } from '../../src/core/mesh/weld.ts';

export const movedBy = (m: Mesh, x: number, y: number, z: number): Mesh => ({
  xyz: m.xyz.map((v, i) => v + [x, y, z][i % 3]!),
  corners: m.corners,
});
export const insideOut = (m: Mesh): Mesh => ({
  xyz: m.xyz,
  corners: m.corners.map((_, i) => m.corners[i % 3 === 0 ? i : i % 3 === 1 ? i + 1 : i - 1]!),
});
/** Turned about x, then about z, by radians. */
export function turned(m: Mesh, aboutX: number, aboutZ: number): Mesh {
  const [cx, sx, cz, sz] = [Math.cos(aboutX), Math.sin(aboutX), Math.cos(aboutZ), Math.sin(aboutZ)];
  const xyz = new Float64Array(m.xyz.length);
  for (let i = 0; i < xyz.length; i += 3) {
    const [x, y0, z0] = [m.xyz[i]!, m.xyz[i + 1]!, m.xyz[i + 2]!];
    const y = cx * y0 - sx * z0;
    xyz.set([cz * x - sz * y, sz * x + cz * y, sx * y0 + cx * z0], i);
  }
  return { xyz, corners: m.corners };
}
/** Corners rounded to the 32-bit figures of an STL. */
export const rounded = ({ xyz, corners }: Mesh): Mesh => ({ xyz: Float64Array.from(Float32Array.from(xyz)), corners });
/** As a file has it: every triangle with corners of its own. */
export const loose = ({ xyz, corners }: Mesh): Mesh => ({
  xyz: Float64Array.from({ length: corners.length * 3 }, (_, i) => xyz[corners[(i / 3) | 0]! * 3 + (i % 3)]!),
  corners: Uint32Array.from({ length: corners.length }, (_, i) => i),
});
export function torusMesh(ring: number, tube: number, sides: number): Mesh {
  const xyz: number[] = [];
  const corners: number[] = [];
  for (let i = 0; i < sides; i++)
    for (let k = 0; k < sides; k++) {
      const [a, b] = [(2 * Math.PI * i) / sides, (2 * Math.PI * k) / sides];
      const r = ring + tube * Math.cos(b);
      xyz.push(r * Math.cos(a), r * Math.sin(a), tube * Math.sin(b));
      const at = (p: number, q: number): number => (p % sides) * sides + (q % sides);
      corners.push(at(i, k), at(i + 1, k), at(i + 1, k + 1), at(i, k), at(i + 1, k + 1), at(i, k + 1));
    }
  return { xyz: Float64Array.from(xyz), corners: Uint32Array.from(corners) };
}
/** A scanned surface (npm "bunny", public domain), in millimetres of no particular meaning; it is closed. */
export const scanned: Mesh = {
  xyz: Float64Array.from(bunny.positions.flat(), (v) => v * 10),
  corners: Uint32Array.from(bunny.cells.flat()),
};
/** The same with every triangle near its top gone, and every 500th elsewhere. */
export const torn: Mesh = {
  xyz: scanned.xyz,
  corners: scanned.corners.filter((_, i) => {
    const t = (i / 3) | 0;
    return t % 500 !== 0 && scanned.xyz[scanned.corners[3 * t]! * 3 + 1]! < 90;
  }),
};

/** Bodies without a fault, by name. */
export const closedSolids: Readonly<Record<string, Mesh>> = {
  box: boxMesh([0, 0, 0], [20, 30, 40]),
  'box on its corner': turned(boxMesh([0, 0, 0], [20, 20, 20]), 0.9553166, Math.PI / 4),
  cylinder: cylinderMesh(15, 0, 30, 96),
  cone: turnedMesh(
    [
      [12, 0],
      [0, 30],
    ],
    120,
  ),
  sphere: sphereMesh(20, 128, 20),
  torus: torusMesh(20, 6, 96),
  'hollow ball': joined([sphereMesh(20, 64), insideOut(sphereMesh(15, 64))]),
  'two boxes apart': joined([boxMesh([0, 0, 0], [10, 10, 10]), boxMesh([20, 0, 0], [25, 5, 30])]),
  scanned,
  vase: weld(
    turnedMesh(
      Array.from({ length: 60 }, (_, i) => [14 + 5 * Math.sin(i / 6), i] as const),
      200,
    ),
  ),
};

/** An upright box as a solid of a coupon or a test, and meshes of such. */
export const boxSolid = (x: number, y: number, w: number, d: number, fromMm: number, toMm: number): Solid => ({
  shape: 'box',
  x,
  y,
  w,
  d,
  fromMm,
  toMm,
});
export const solidMesh = (...list: Solid[]): Mesh => meshOfSolids(list);

/** A mesh that lacks one of its triangles. */
export const withoutTriangle = (m: Mesh, triangle: number): Mesh => ({
  xyz: m.xyz,
  corners: m.corners.filter((_, i) => ((i / 3) | 0) !== triangle),
});
/** A block that lacks a triangle of its top: no layer runs through the hole. */
export function pitted(): Mesh {
  const m = boxMesh([0, 0, 0], [40, 30, 20]);
  const isTop = (t: number): boolean => [0, 1, 2].every((c) => m.xyz[3 * m.corners[3 * t + c]! + 2] === 20);
  return withoutTriangle(m, Array.from({ length: m.corners.length / 3 }, (_, t) => t).find(isTop)!);
}
/** A closed block whose top and bottom are cut into n × n squares of two triangles each. */
export function gridBlock(n: number, [w, d, h]: readonly [number, number, number]): Mesh {
  const side = n + 1;
  const xyz: number[] = [];
  const corners: number[] = [];
  for (const z of [0, h])
    for (let j = 0; j <= n; j++) for (let i = 0; i <= n; i++) xyz.push((w * i) / n, (d * j) / n, z);
  const at = (i: number, j: number, top: 0 | 1): number => top * side * side + j * side + i;
  const square = (a: number, b: number, c: number, e: number): number => corners.push(a, b, c, a, c, e);
  for (let j = 0; j < n; j++)
    for (let i = 0; i < n; i++) {
      square(at(i, j, 1), at(i + 1, j, 1), at(i + 1, j + 1, 1), at(i, j + 1, 1));
      square(at(i, j, 0), at(i, j + 1, 0), at(i + 1, j + 1, 0), at(i + 1, j, 0));
    }
  for (let k = 0; k < n; k++) {
    square(at(k, 0, 0), at(k + 1, 0, 0), at(k + 1, 0, 1), at(k, 0, 1));
    square(at(k + 1, n, 0), at(k, n, 0), at(k, n, 1), at(k + 1, n, 1));
    square(at(0, k + 1, 0), at(0, k, 0), at(0, k, 1), at(0, k + 1, 1));
    square(at(n, k, 0), at(n, k + 1, 0), at(n, k + 1, 1), at(n, k, 1));
  }
  return { xyz: Float64Array.from(xyz), corners: Uint32Array.from(corners) };
}

/** Two legs, a beam over them, a pin and a fin on it: laid, every kind of line comes up. */
export const everyLineKind = (): Mesh =>
  meshOfSolids([
    { shape: 'box', x: -14, y: 0, w: 8, d: 16, fromMm: 0, toMm: 6 },
    { shape: 'box', x: 14, y: 0, w: 8, d: 16, fromMm: 0, toMm: 6 },
    { shape: 'box', x: 0, y: 0, w: 36, d: 16, fromMm: 6, toMm: 10 },
    { shape: 'disc', x: -12, y: 0, w: 5, d: 5, fromMm: 10, toMm: 13 },
    { shape: 'box', x: 8, y: 0, w: 12, d: 0.6, fromMm: 10, toMm: 13 },
  ]);
