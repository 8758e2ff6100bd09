import { binomialDistribution } from 'simple-statistics';
import { expect, test } from 'vitest';
import { signTest } from './signTest.ts';

// Two-sided tails of the binomial with p = 1/2, worked by hand: 2·(1 + 10)/1024 for nine of ten, 2/2^8 for eight of eight.
test.each([
  [9, 1, 22 / 1024],
  [8, 0, 2 / 256],
  [6, 0, 2 / 64],
  [5, 5, 1],
  [1, 0, 1],
  [0, 0, 1],
])('%i better and %i worse is chance with p = %f', (better, worse, p) => {
  expect(signTest(better, worse)).toBeCloseTo(p, 12);
  expect(signTest(worse, better)).toBeCloseTo(p, 12);
});
test('every split agrees with the tails of simple-statistics’ binomial distribution', () => {
  for (let n = 1; n <= 30; n++) {
    const mass = binomialDistribution(n, 0.5)!;
    const at = (k: number): number => mass[k] ?? 0; // it leaves out what is too small to matter
    for (let k = 0; k <= n / 2; k++) {
      let tail = 0;
      for (let i = 0; i <= k; i++) tail += at(i);
      expect(signTest(n - k, k)).toBeCloseTo(Math.min(1, 2 * tail), 3);
    }
  }
});
