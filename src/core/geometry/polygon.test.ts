import fc from 'fast-check';
import { expect, test } from 'vitest';
import { fan, trianglesOf } from './polygon.ts';

type Point = readonly [number, number];
/** Points in a plane that leans, and their numbers. */
function leaning(points: readonly Point[], lean: number): { xyz: Float64Array; boundary: number[] } {
  const [c, s] = [Math.cos(lean), Math.sin(lean)];
  return { xyz: Float64Array.from(points.flatMap(([x, y]) => [x, c * y, s * y])), boundary: points.map((_, i) => i) };
}
const areaIn = (xyz: Float64Array, triangles: readonly number[]): number => {
  let sum = 0;
  for (let i = 0; i < triangles.length; i += 3) {
    const [a, b, c] = [0, 1, 2].map((k) => xyz.subarray(3 * triangles[i + k]!, 3 * triangles[i + k]! + 3));
    const [u, v] = [[0, 1, 2].map((d) => b![d]! - a![d]!), [0, 1, 2].map((d) => c![d]! - a![d]!)];
    sum += Math.hypot(u[1]! * v[2]! - u[2]! * v[1]!, u[2]! * v[0]! - u[0]! * v[2]!, u[0]! * v[1]! - u[1]! * v[0]!) / 2;
  }
  return sum;
};
const shoelace = (points: readonly Point[]): number =>
  points.reduce(
    (s, [x, y], i) => s + (x * points[(i + 1) % points.length]![1] - points[(i + 1) % points.length]![0] * y) / 2,
    0,
  );
/** Sides of the boundary that stand in no triangle, or in the wrong direction. */
const missingSides = (triangles: readonly number[], boundary: readonly number[]): number => {
  const sides = new Set<string>();
  for (let i = 0; i < triangles.length; i += 3)
    for (let k = 0; k < 3; k++) sides.add(`${triangles[i + k]}-${triangles[i + ((k + 1) % 3)]}`);
  return boundary.filter((v, i) => !sides.has(`${v}-${boundary[(i + 1) % boundary.length]}`)).length;
};

test('a dart is a fifth of what a fan from beside its notch makes of it', () => {
  const dart: readonly Point[] = [
    [2, 1],
    [0.5, 0.5],
    [1, 2],
    [0, 0],
  ];
  // seen from above it runs with the clock; leaning does not change what it is
  const { xyz, boundary } = leaning(dart, 0.3);
  expect(Math.abs(shoelace(dart))).toBe(0.5);
  expect(areaIn(xyz, fan(boundary))).toBeCloseTo(2.5, 12);
  expect(areaIn(xyz, trianglesOf(xyz, boundary))).toBeCloseTo(0.5, 12);
});

test('a polygon without crossings keeps its area, all its sides and its way round, however it leans', () => {
  const radius = fc.integer({ min: 1, max: 40 });
  fc.assert(
    fc.property(
      fc.array(radius, { minLength: 3, maxLength: 40 }),
      fc.double({ min: -3, max: 3, noNaN: true }),
      (radii, lean) => {
        const points = radii.map((r, i): Point => {
          const angle = (2 * Math.PI * i) / radii.length;
          return [r * Math.cos(angle), r * Math.sin(angle)];
        });
        const { xyz, boundary } = leaning(points, lean);
        const cut = trianglesOf(xyz, boundary);
        expect(areaIn(xyz, cut) / shoelace(points)).toBeCloseTo(1, 9);
        expect(cut.length / 3).toBe(boundary.length - 2);
        expect(missingSides(cut, boundary)).toBe(0);
      },
    ),
    { numRuns: 400, seed: 2 },
  );
});

test('corners in the middle of straight sides stay: what meets them there stays closed', () => {
  const points: Point[] = [
    [0, 0],
    [1, 0],
    [2, 0],
    [4, 0],
    [4, 4],
    [3, 4],
    [3, 1],
    [1, 1],
    [1, 2],
    [1, 3],
    [1, 4],
    [0, 4],
    [0, 2],
  ];
  const { xyz, boundary } = leaning(points, 1);
  const cut = trianglesOf(xyz, boundary);
  expect(areaIn(xyz, cut)).toBeCloseTo(shoelace(points), 12);
  expect([cut.length / 3, missingSides(cut, boundary)]).toEqual([boundary.length - 2, 0]);
});

test('a boundary that winds round nothing has no triangles', () => {
  const { xyz } = leaning(
    [
      [0, 0],
      [1, 0],
      [2, 0],
      [1, 0],
    ],
    0,
  );
  expect(trianglesOf(xyz, [0, 1, 2, 3])).toEqual([]);
  expect(trianglesOf(xyz, [0, 1])).toEqual([]);
});
