import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { meantInstead, slipBetween } from './slips.ts';

const between =
  (low: number, high: number) =>
  (v: number): boolean =>
    v >= low && v <= high;

describe('a figure that cannot be meant', () => {
  test.each([
    ['50 for 50 µm of layer height', 50, [0.01, 2], null, 0.05],
    ['50 where 0.5 stood, of a coarse layer', 50, [0.01, 2], 0.5, 0.05],
    ['3600 for mm/min of a wall', 3600, [1, 1000], 45, 60],
    ['2200 for a doubled digit of a nozzle', 2200, [120, 550], 220, 220],
    ['4.4 for a lost zero of travel', 4.4, [20, 3000], null, 44],
    ['8.58 inches where 218 mm stood', 8.58, [20, 3000], 218, 217.932],
  ] as const)('%s', (_, typed, [low, high], before, meant) =>
    expect(meantInstead(typed, between(low, high), before)).toBeCloseTo(meant, 4),
  );
  test('that no slip explains has no suggestion', () => expect(meantInstead(1e9, between(0.01, 2), null)).toBeNull());
  test('a suggestion is always plausible', () => {
    fc.assert(
      fc.property(fc.double({ min: 1e-4, max: 1e6, noNaN: true }), (typed) => {
        const m = meantInstead(typed, between(0.01, 2), null);
        if (m !== null) expect(between(0.01, 2)(m)).toBe(true);
      }),
      { seed: 51 },
    );
  });
});

describe('a figure against the one before', () => {
  test.each([
    [2, 0.2, 10],
    [0.02, 0.2, 0.1],
    [5.08, 0.2, 25.4],
    [60, 1, 60],
    [200, 0.2, 1000],
    [0.25, 0.2, null],
    [0, 0.2, null],
    [0.2, 0, null],
  ] as const)('%f where %f stood is a slip of %s', (value, before, factor) => {
    const found = slipBetween(value, before);
    if (factor === null) expect(found).toBeNull();
    else expect(found).toBeCloseTo(factor, 9);
  });
});
