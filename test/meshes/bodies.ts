import { ShapeUtils, Vector2 } from 'three';
import type { Mesh } from '../../src/core/mesh/mesh.ts';

type Point = readonly [x: number, y: number];

/** A body by its faces, as many corners each as they have, seen from outside against the clock; with what is known of it. */
export interface Body {
  readonly name: string;
  readonly xyz: readonly (readonly [number, number, number])[];
  readonly faces: readonly (readonly number[])[];
  readonly volumeMm3: number;
  readonly areaMm2: number;
  readonly shells: number;
}

const shoelace = (boundary: readonly Point[]): number =>
  boundary.reduce((s, [x, y], i) => {
    const [nx, ny] = boundary[(i + 1) % boundary.length]!;
    return s + (x * ny - nx * y) / 2;
  }, 0);
const around = (boundary: readonly Point[]): number =>
  boundary.reduce(
    (s, [x, y], i) =>
      s + Math.hypot(boundary[(i + 1) % boundary.length]![0] - x, boundary[(i + 1) % boundary.length]![1] - y),
    0,
  );

/** A boundary drawn upward: its volume and area follow from the boundary alone. */
function prism(name: string, boundary: readonly Point[], fromMm: number, toMm: number): Body {
  const n = boundary.length;
  const height = toMm - fromMm;
  const at = (z: number) => boundary.map(([x, y]) => [x, y, z] as const);
  return {
    name,
    xyz: [...at(fromMm), ...at(toMm)],
    faces: [
      boundary.map((_, i) => n - 1 - i),
      boundary.map((_, i) => n + i),
      ...boundary.map((_, i) => [i, (i + 1) % n, n + ((i + 1) % n), n + i]),
    ],
    volumeMm3: shoelace(boundary) * height,
    areaMm2: 2 * shoelace(boundary) + around(boundary) * height,
    shells: 1,
  };
}
/** One body inside another, its faces turned inward: a room. */
function hollow(name: string, outer: Body, inner: Body): Body {
  const n = outer.xyz.length;
  return {
    name,
    xyz: [...outer.xyz, ...inner.xyz],
    faces: [...outer.faces, ...inner.faces.map((face) => face.map((v) => v + n).reverse())],
    volumeMm3: outer.volumeMm3 - inner.volumeMm3,
    areaMm2: outer.areaMm2 + inner.areaMm2,
    shells: 2,
  };
}

const square = (from: number, to: number): Point[] => [
  [from, from],
  [to, from],
  [to, to],
  [from, to],
];
const star: Point[] = Array.from({ length: 14 }, (_, i) => {
  const [r, angle] = [i % 2 === 0 ? 14 : 5, (Math.PI * i) / 7];
  return [Math.fround(r * Math.cos(angle)), Math.fround(r * Math.sin(angle))];
});

export const bodies: readonly Body[] = [
  prism('a block', square(-10, 20), 0, 8),
  prism(
    'an angle, concave in one corner',
    [
      [0, 0],
      [30, 0],
      [30, 10],
      [10, 10],
      [10, 25],
      [0, 25],
    ],
    0,
    12,
  ),
  prism(
    'a comb with corners in the middle of its sides',
    [
      [0, 0],
      [10, 0],
      [25, 0],
      [40, 0],
      [40, 20],
      [30, 20],
      [30, 6],
      [25, 6],
      [25, 13],
      [25, 20],
      [15, 20],
      [15, 6],
      [10, 6],
      [10, 20],
      [0, 20],
      [0, 10],
    ],
    2,
    9,
  ),
  prism('a star', star, 0, 5),
  hollow('a block with a room in it', prism('', square(-10, 20), 0, 30), prism('', square(0, 7), 5, 16)),
];

/** Its faces cut into triangles by another library: fans of quarters, ears of what has more corners. */
export function meshOf({ xyz, faces }: Body): Mesh {
  const corners: number[] = [];
  for (const face of faces) {
    if (face.length === 4) corners.push(face[0]!, face[1]!, face[2]!, face[0]!, face[2]!, face[3]!);
    else {
      const isTop = turnOf(face.map((v) => xyz[v]!)) > 0;
      const boundary = face.map((v) => new Vector2((isTop ? 1 : -1) * xyz[v]![0], xyz[v]![1]));
      const cut = ShapeUtils.triangulateShape(boundary, []);
      for (const [a, b, c] of everyCorner(cut as [number, number, number][], face.length))
        corners.push(face[a]!, face[b]!, face[c]!);
    }
  }
  return { xyz: Float64Array.from(xyz.flat()), corners: Uint32Array.from(corners) };
}
const turnOf = (boundary: readonly (readonly [number, number, number])[]): number =>
  shoelace(boundary.map(([x, y]) => [x, y] as const));

/** A side with corners in its middle is met by as many triangles: a cut that leaves some out is divided there. */
function everyCorner(cut: [number, number, number][], count: number): [number, number, number][] {
  const out = cut.map((t) => [...t] as [number, number, number]);
  for (;;) {
    const missing = Array.from({ length: count }, (_, i) => i).find((i) => !out.some((t) => t.includes(i)));
    if (missing === undefined) return out;
    let to = (missing + 1) % count;
    while (!out.some((t) => t.includes(to))) to = (to + 1) % count;
    const from = (missing + count - 1) % count;
    const found = out.findIndex((t) => [0, 1, 2].some((k) => t[k] === from && t[(k + 1) % 3] === to));
    if (found < 0) throw new Error('a corner lies on no side');
    const t = out[found]!;
    const third = t.find((v) => v !== from && v !== to)!;
    out.splice(found, 1, [from, missing, third], [missing, to, third]);
  }
}
