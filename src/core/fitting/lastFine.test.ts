import fc from 'fast-check';
import { expect, test } from 'vitest';
import { findLastFine } from './lastFine.ts';

const steps = (...scores: number[][]) => scores.map((s, i) => ({ value: i + 1, scores: s }));
test.each([
  ['the third of five', steps([0, 0, 0], [0, 1, 0], [0, 0, 0], [1, 0, 1], [2, 2, 2]), 3, 4],
  ['none beyond one that failed', steps([0], [0], [1], [0], [0]), 2, 3],
  ['the last where all are fine', steps([0], [0], [0], [0]), 4, null],
  ['of an even number the worse middle', steps([0, 0], [0, 1], [0, 0], [0, 0]), 1, 2],
])('the last fine step is %s', (_, list, lastFine, firstNot) =>
  expect(findLastFine(list)).toEqual({ ok: true, value: { lastFine, firstNot } }),
);
test.each([
  ['the first step fails', steps([1], [1], [2], [2]), 'never'],
  ['one step is not read', steps([0], [0], [], [0]), 'tooFew'],
  ['there are three steps', steps([0], [0], [1]), 'tooFew'],
  ['a score is below zero', steps([0], [-1], [0], [0]), 'reading'],
])('where %s nothing is concluded', (_, list, code) =>
  expect(findLastFine(list)).toMatchObject({ ok: false, failure: { code } }),
);
test('the truth lies between the last fine step and the first that is not, whatever it is', () =>
  fc.assert(
    fc.property(fc.double({ min: 1.01, max: 9.9, noNaN: true }), (truth) => {
      const r = findLastFine(Array.from({ length: 10 }, (_, i) => ({ value: i + 1, scores: [i + 1 > truth ? 1 : 0] })));
      if (!r.ok) throw new Error(r.failure.what);
      expect(r.value.lastFine).toBeLessThanOrEqual(truth);
      expect(r.value.firstNot ?? Infinity).toBeGreaterThan(truth);
    }),
    { seed: 7 },
  ));
