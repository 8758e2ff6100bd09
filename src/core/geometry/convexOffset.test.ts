import { Clipper, EndType, JoinType } from 'clipper2-ts';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { areaMm2, difference, offset, ringLengthMm, type Region } from './clip.ts';
import { convexOffset } from './convexOffset.ts';
import { convexHull } from './hull.ts';

const PER_MM = 10_000;
/** The general way, asked directly. */
function general(ring: Float64Array, byMm: number): Region {
  const path = Array.from({ length: ring.length / 2 }, (_, i) => ({
    x: Math.round(ring[2 * i]! * PER_MM),
    y: Math.round(ring[2 * i + 1]! * PER_MM),
  }));
  return Clipper.inflatePaths([path], byMm * PER_MM, JoinType.Miter, EndType.Polygon, 2).map((p) =>
    Float64Array.from(p.flatMap(({ x, y }) => [Number(x) / PER_MM, Number(y) / PER_MM])),
  );
}
const apart = (a: Region, b: Region): number => areaMm2(difference(a, b)) + areaMm2(difference(b, a));
const place = fc.tuple(fc.integer({ min: -400, max: 400 }), fc.integer({ min: -400, max: 400 }));

test('of any convex outline the quick offset is the general one, inward and outward', () =>
  fc.assert(
    fc.property(
      fc.array(place, { minLength: 3, maxLength: 40 }),
      fc.double({ min: -8, max: 3, noNaN: true }),
      (points, by) => {
        const hull = convexHull(points.map(([x, y]) => [x / 10, y / 10] as const));
        if (hull.length < 3) return;
        const ring = Float64Array.from(hull.flat());
        const [quick, slow] = [offset([ring], by), general(ring, by)];
        // a few tenths of a micrometre round the outline
        expect(apart(quick, slow)).toBeLessThan(3e-4 * ringLengthMm(ring) + 1e-3);
      },
    ),
    { numRuns: 400 },
  ));
test('where a side would vanish, and of what is not convex, the general way is asked', () => {
  const slab = Float64Array.from([0, 0, 10, 0, 10, 1, 0, 1]);
  expect(convexOffset(slab, -0.6, -0.99)).toBeNull();
  expect(offset([slab], -0.6)).toEqual([]);
  expect(convexOffset(Float64Array.from([0, 0, 10, 0, 10, 10, 5, 5, 0, 10]), -0.1, -0.99)).toBeNull();
  // a hole turns the other way: grown, its sides would cross those of what lies round it
  expect(convexOffset(Float64Array.from([0, 0, 0, 1, 10, 1, 10, 0]), -0.1, -0.99)).toBeNull();
  // a corner of 30° would reach far beyond the limit
  expect(convexOffset(Float64Array.from([0, 0, 20, 0, 17.32, 10]), 1, -0.5)).toBeNull();
});
const circle = (x: number, y: number, r: number, isHole = false): Float64Array =>
  Float64Array.from(
    Array.from({ length: 48 }, (_, i) => {
      const turn = ((isHole ? -1 : 1) * 2 * Math.PI * i) / 48;
      return [x + r * Math.cos(turn), y + r * Math.sin(turn)];
    }).flat(),
  );
test('round holes grow while what lies round them shrinks, as long as they stay apart', () => {
  const plate = [circle(0, 0, 20), circle(-8, 0, 3, true), circle(8, 0, 3, true)];
  for (const by of [-0.5, -2, -4.5]) {
    const path = plate.map((ring) =>
      Array.from({ length: 48 }, (_, i) => ({ x: ring[2 * i]! * PER_MM, y: ring[2 * i + 1]! * PER_MM })),
    );
    const slow = Clipper.inflatePaths(path, by * PER_MM, JoinType.Miter, EndType.Polygon, 2).map((p) =>
      Float64Array.from(p.flatMap(({ x, y }) => [Number(x) / PER_MM, Number(y) / PER_MM])),
    );
    expect(apart(offset(plate, by), slow), `${by} mm`).toBeLessThan(0.02);
  }
  // they stay holes: what lies round them alone is left
  expect(offset(plate, -0.5).map((r) => r.length / 2)).toEqual([48, 48, 48]);
  // at 6 mm the holes have met each other and the rim
  expect(areaMm2(offset(plate, -6))).toBeLessThan(Math.PI * 14 * 14 - 2 * Math.PI * 9 * 9 + 200);
});
test('outlines of which one is not convex are shrunk together', () => {
  const ell = Float64Array.from([0, 0, 20, 0, 20, 10, 10, 10, 10, 20, 0, 20]);
  expect(areaMm2(offset([ell], -1))).toBeCloseTo(18 * 8 + 8 * 10, 6);
});
