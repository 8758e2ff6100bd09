import fc from 'fast-check';
import { expect, test } from 'vitest';
import { PEEL_MM, sketchedPull } from './pull.ts';

test('the sketch is nothing at rest and on the film, 1 at its peak at 1 mm/s, and grows with speed', () => {
  expect([sketchedPull(0, 2), sketchedPull(1, 0), sketchedPull(PEEL_MM, 1)]).toEqual([0, 0, 1]);
  fc.assert(
    fc.property(
      fc.double({ min: 0.01, max: 8, noNaN: true }),
      fc.double({ min: 0.1, max: 5, noNaN: true }),
      (mm, v) => {
        expect(sketchedPull(mm, v)).toBeLessThanOrEqual(v + 1e-12);
        expect(sketchedPull(mm, 2 * v)).toBeCloseTo(2 * sketchedPull(mm, v), 9);
        expect(sketchedPull(mm, -v)).toBeLessThan(0);
      },
    ),
    { seed: 5 },
  );
});
