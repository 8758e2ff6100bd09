import fc from 'fast-check';
import { expect, test } from 'vitest';
import { cylinderMesh, sphereMesh } from '../mesh/solids.ts';
import { convexHull, hullGapMm, insideHullMm, planHull, sizeTurned, turnThatFits } from './hull.ts';

const place = fc.tuple(fc.integer({ min: -50, max: 50 }), fc.integer({ min: -50, max: 50 }));
test('every point lies in the hull of all, and the hull turns one way only', () =>
  fc.assert(
    fc.property(fc.array(place, { minLength: 3, maxLength: 60 }), (points) => {
      const hull = convexHull(points);
      if (hull.length < 3) return;
      const ring = Float64Array.from(hull.flat());
      for (const [x, y] of points) expect(insideHullMm([ring], x, y)!).toBeGreaterThan(-1e-9);
    }),
    { seed: 1 },
  ));
test('leaving out inner points first changes nothing', () => {
  const ball = sphereMesh(10, 64).xyz;
  const all = Array.from({ length: ball.length / 3 }, (_, i) => [ball[3 * i]!, ball[3 * i + 1]!] as const);
  expect(sizeTurned(planHull(ball), 17)).toEqual(sizeTurned(convexHull(all), 17).map((v) => expect.closeTo(v, 9)));
});
test('a bar too long for the bed fits across its corners, and says by which least turn', () => {
  const bar = [[-115, -5], [115, -5], [115, 5], [-115, 5]] as const; // prettier-ignore
  const turn = turnThatFits(bar, 200, 200)!;
  expect(sizeTurned(bar, turn).every((v) => v <= 200)).toBe(true);
  expect(sizeTurned(bar, Math.abs(turn) - 1).some((v) => v > 200)).toBe(true);
  expect(turnThatFits(bar, 240, 20)).toBe(0);
  expect(turnThatFits(bar, 20, 240)).toBe(90);
  expect(turnThatFits(bar, 120, 120)).toBeNull();
});
test('a place is as far inside as the nearest edge is', () => {
  const square = [Float64Array.from([0, 0, 10, 0, 10, 10, 0, 10])];
  expect([insideHullMm(square, 5, 5), insideHullMm(square, 1, 5), insideHullMm(square, -2, 5)]).toEqual([5, 1, -2]);
  expect(planHull(cylinderMesh(4, 0, 1, 32).xyz)).toHaveLength(32);
});

test('two outlines are as far apart as their nearest sides, and not at all where they cross', () => {
  const square = (x: number, y: number): [number, number][] => [
    [x, y],
    [x + 10, y],
    [x + 10, y + 10],
    [x, y + 10],
  ];
  expect(hullGapMm(square(0, 0), square(17, 3))).toBe(7);
  expect(hullGapMm(square(0, 0), square(13, 14))).toBe(5);
  // a cross: no corner of the one lies in the other
  const flat: [number, number][] = [[-5, 4], [15, 4], [15, 6], [-5, 6]]; // prettier-ignore
  expect(hullGapMm(square(0, 0), flat)).toBe(0);
});
