import fc from 'fast-check';
import { expect, test } from 'vitest';
import { spread } from './layerBins.ts';

test('spread cards never overlap and keep their order', () => {
  fc.assert(
    fc.property(fc.array(fc.double({ min: 0, max: 500, noNaN: true }), { maxLength: 12 }), (wanted) => {
      const sorted = [...wanted].sort((a, b) => a - b);
      const heights = sorted.map(() => 44);
      const tops = spread(sorted, heights, 560);
      for (let i = 1; i < tops.length; i++) expect(tops[i]!).toBeGreaterThanOrEqual(tops[i - 1]! + 44);
    }),
    { seed: 9 },
  );
});
test('a card that has room stands where it wants to', () =>
  expect(spread([40, 300], [44, 44], 560)).toEqual([40, 300]));
