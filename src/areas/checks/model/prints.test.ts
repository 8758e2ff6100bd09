import { expect, test } from 'vitest';
import { jobOf, supportedTable } from '../../rules/cases.ts';
import { estimateOf } from '../../rules/estimate.ts';
import { sharesOf } from './prints.ts';

test('what a print feeds comes off the lot of each head by what it takes of it', () => {
  const estimate = estimateOf(jobOf({ when: '', finds: [], ...supportedTable }).job);
  const shares = sharesOf(estimate);
  expect(shares.map((s) => s.head)).toEqual([0, 1]);
  expect(shares.reduce((sum, s) => sum + s.share, 0)).toBeCloseTo(1, 12);
  expect(shares[1]!.share).toBeCloseTo(estimate.heads![1]!.massG / estimate.massG, 12);
});
test('of one head it comes off the head that lays the part body', () => {
  expect(sharesOf(null)).toEqual([{ head: 0, share: 1 }]);
  expect(sharesOf(estimateOf(jobOf({ when: '', finds: [] }).job), 1)).toEqual([{ head: 1, share: 1 }]);
});
