import fc from 'fast-check';
import { expect, test } from 'vitest';
import { DrivePasses } from './drivePasses.ts';

/** The same by the words: retractions that took back the filament just before each one's far end, counted one by one. */
function byWords(list: readonly { readonly fed: number; readonly drawn: number }[]): number {
  return Math.max(
    ...list.map(({ fed, drawn }, i) => {
      const piece = fed - drawn + 1e-6;
      return list.slice(0, i + 1).filter((r) => r.fed > piece && r.fed - r.drawn <= piece).length;
    }),
  );
}

test('pieces that are taken back again and again are counted as one by one', () => {
  fc.assert(
    fc.property(
      fc.array(fc.record({ laid: fc.integer({ min: 0, max: 30 }), drawn: fc.integer({ min: 1, max: 40 }) }), {
        minLength: 1,
        maxLength: 80,
      }),
      (moves) => {
        const passes = new DrivePasses();
        let fed = 0;
        const list = moves.map(({ laid, drawn }) => ({ fed: (fed += laid / 10), drawn: drawn / 10 }));
        expect(Math.max(...list.map((r) => passes.note(r.fed, r.drawn)))).toBe(byWords(list));
      },
    ),
    { numRuns: 500, seed: 7 },
  );
});
test('a hundred thousand retractions at one place are counted to 256, and no longer than others', () => {
  const passes = new DrivePasses();
  let most = 0;
  for (let i = 0; i < 100_000; i++) most = passes.note(5, 1);
  expect(most).toBe(256);
});
