import { expect, test } from 'vitest';
import { sampleStandardDeviation } from 'simple-statistics';
import { combineUncertainty, coverageFactor, standardDeviation } from './statistics.ts';

// Student's t, two-sided 95.45 %: JCGM 100:2008 table G.2 gives 3.31 at 3 degrees of freedom, 2.00 at infinity.
test.each([
  [3, 3.31],
  [10, 2.28],
  [Infinity, 2.0],
])('the coverage factor at %f degrees of freedom is the one of JCGM 100 table G.2', (freedom, k) => {
  expect(coverageFactor(freedom, 0.9545)).toBeCloseTo(k, 2);
});
test('effective degrees of freedom follow the worked end-gauge example of JCGM 100 H.1.6 (about 16)', () => {
  const parts = [
    { u: 25, degreesOfFreedom: 18 },
    { u: 9.7, degreesOfFreedom: 25.6 },
    { u: 2.9, degreesOfFreedom: 50 },
    { u: 16.6, degreesOfFreedom: 2 },
  ];
  expect(Math.floor(combineUncertainty(parts).degreesOfFreedom)).toBe(16);
  expect(combineUncertainty(parts).u).toBeCloseTo(32, 0);
});
test('the standard deviation agrees with simple-statistics', () => {
  const values = [0.44, 0.47, 0.45, 0.46, 0.43];
  expect(standardDeviation(values)).toBeCloseTo(sampleStandardDeviation(values), 14);
});
