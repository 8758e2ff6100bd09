import fc from 'fast-check';
import { expect, test } from 'vitest';
import { arrange, type ArrangeWish, type Footprint } from './arrange.ts';

const wish: ArrangeWish = { plateMm: [220, 210], gapMm: 3, edgeMm: 8, mayTurn: true };
const boxOf = (items: readonly Footprint[], s: { item: number; xMm: number; yMm: number; isTurned: boolean }) => {
  const { widthMm, depthMm } = items[s.item]!;
  const [w, d] = s.isTurned ? [depthMm, widthMm] : [widthMm, depthMm];
  return [s.xMm - w / 2, s.xMm + w / 2, s.yMm - d / 2, s.yMm + d / 2] as const;
};
const size = fc.double({ min: 1, max: 190, noNaN: true });

test('whatever is set down lies on the plate, apart from everything else, and nothing is lost or doubled', () => {
  fc.assert(
    fc.property(
      fc.array(fc.record({ widthMm: size, depthMm: size }), { minLength: 1, maxLength: 30 }),
      fc.boolean(),
      (items, mayTurn) => {
        const { plates, tooLarge } = arrange(items, { ...wish, mayTurn });
        expect([...plates.flatMap((p) => p.map((s) => s.item)), ...tooLarge].sort((a, b) => a - b)).toEqual(
          items.map((_, i) => i),
        );
        for (const plate of plates) {
          const boxes = plate.map((s) => boxOf(items, s));
          for (const [i, a] of boxes.entries()) {
            expect(Math.min(a[0], a[2])).toBeGreaterThan(wish.edgeMm - 0.02);
            expect([a[1] < 220 - wish.edgeMm + 0.02, a[3] < 210 - wish.edgeMm + 0.02]).toEqual([true, true]);
            for (const b of boxes.slice(i + 1))
              expect(Math.max(a[0] - b[1], b[0] - a[1], a[2] - b[3], b[2] - a[3])).toBeGreaterThan(wish.gapMm - 0.02);
          }
          if (!mayTurn) expect(plate.some((s) => s.isTurned)).toBe(false);
        }
      },
    ),
    { numRuns: 200, seed: 4 },
  );
});
test('twelve of 60 × 40 mm take two plates, nine of them the first', () => {
  const { plates } = arrange(
    Array.from({ length: 16 }, () => ({ widthMm: 60, depthMm: 40 })),
    wish,
  );
  expect(plates.map((p) => p.length)).toEqual([12, 4]);
  // one alone lies in the middle
  expect(arrange([{ widthMm: 60, depthMm: 40 }], wish).plates[0]).toEqual([
    { item: 0, xMm: 110, yMm: 105, isTurned: false },
  ]);
});
test('what is larger than the plate is said to be, and the others are set down', () => {
  const { plates, tooLarge } = arrange(
    [
      { widthMm: 300, depthMm: 10 },
      { widthMm: 20, depthMm: 20 },
    ],
    wish,
  );
  expect([tooLarge, plates.flat().map((s) => s.item)]).toEqual([[0], [1]]);
});
