import fc from 'fast-check';
import { linearRegression, rSquared } from 'simple-statistics';
import { describe, expect, test } from 'vitest';
import { normalFrom, seededRandom } from '../formats/random.ts';
import { agreementOf } from './agreement.ts';
import { fitBrokenStick } from './brokenStick.ts';
import { individualsChart } from './controlChart.ts';
import { desirabilityOf, overallDesirability } from './desirability.ts';
import { findOutlier, grubbsCritical } from './grubbs.ts';
import {
  fiellerInterval,
  fitLine,
  fitLinear,
  fitPlane,
  fitQuadratic,
  halfWidthOf,
  type LinearFit,
} from './leastSquares.ts';
import { decay, fitCurve, type Model } from './nonlinear.ts';
import { nist } from './reference/nist.ts';

const unwrap = <T>(r: { ok: true; value: T } | { ok: false; failure: { what: string } }): T => {
  if (!r.ok) throw new Error(r.failure.what);
  return r.value;
};
/** Correct decimal digits: −log10 of the relative error, 15 at most. */
const digits = (found: number, certified: number): number =>
  Math.min(15, -Math.log10(Math.abs(found - certified) / Math.abs(certified) || 1e-15));

describe('linear least squares against NIST’s certified values (StRD: Norris, Pontius, Longley)', () => {
  const sets: [string, LinearFit, (typeof nist)['Norris']][] = [
    [
      'Norris',
      unwrap(
        fitLine(
          nist.Norris.rows.map((r) => r[1]!),
          nist.Norris.rows.map((r) => r[0]!),
        ),
      ),
      nist.Norris,
    ],
    [
      'Pontius',
      unwrap(
        fitQuadratic(
          nist.Pontius.rows.map((r) => r[1]!),
          nist.Pontius.rows.map((r) => r[0]!),
        ),
      ),
      nist.Pontius,
    ],
    [
      'Longley',
      unwrap(
        fitLinear(
          nist.Longley.rows.map(([, ...x]) => [1, ...x]),
          nist.Longley.rows.map((r) => r[0]!),
        ),
      ),
      nist.Longley,
    ],
  ];
  test.each(sets)(
    '%s: coefficients, their standard deviations and the residual one hold nine digits and more',
    (_, fit, set) => {
      expect(set.certified.length).toBe(fit.coefficients.length);
      set.certified.forEach(([value, sd], j) => {
        expect(digits(fit.coefficients[j]!, value!)).toBeGreaterThanOrEqual(9);
        expect(digits(fit.standardErrors[j]!, sd!)).toBeGreaterThanOrEqual(9);
      });
      expect(digits(fit.residualSd, set.residualSd)).toBeGreaterThanOrEqual(9);
    },
  );
  test('a line agrees with simple-statistics', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), (seed) => {
        const normal = normalFrom(seededRandom(seed));
        const x = Array.from({ length: 9 }, (_, i) => i);
        const y = x.map((v) => 3 + 0.7 * v + normal());
        const fit = unwrap(fitLine(x, y));
        const other = linearRegression(x.map((v, i) => [v, y[i]!]));
        expect(fit.coefficients).toEqual([expect.closeTo(other.b, 9), expect.closeTo(other.m, 9)]);
        expect(fit.rSquared).toBeCloseTo(
          rSquared(
            x.map((v, i) => [v, y[i]!]),
            (v) => other.b + other.m * v,
          ),
          9,
        );
      }),
    );
  });
  test('a plane through points of a plane is that plane', () => {
    const x = [0, 100, 0, 100, 50];
    const y = [0, 0, 80, 80, 40];
    expect(
      unwrap(
        fitPlane(
          x,
          y,
          x.map((v, i) => 0.2 + 0.001 * v - 0.002 * y[i]!),
        ),
      ).coefficients,
    ).toEqual([expect.closeTo(0.2, 12), expect.closeTo(0.001, 12), expect.closeTo(-0.002, 12)]);
  });
  test.each([
    ['fewer than unknowns', [1], [2]],
    ['all at one place', [3, 3, 3], [1, 2, 3]],
    ['a missing one', [1, 2, 3], [1, NaN, 3]],
  ])('readings %s are refused', (_, x, y) => expect(fitLine(x, y).ok).toBe(false));
  test('the interval of a slope covers the truth in 95 of 100 (2,000 seeds, ± 1.5)', () => {
    let covered = 0;
    for (let seed = 1; seed <= 2000; seed++) {
      const normal = normalFrom(seededRandom(seed * 7919));
      const x = [0, 1, 2, 3, 4, 5];
      const fit = unwrap(
        fitLine(
          x,
          x.map((v) => 1 + 2 * v + normal()),
        ),
      );
      if (Math.abs(fit.coefficients[1]! - 2) <= halfWidthOf(fit, 1)) covered++;
    }
    expect(covered / 2000).toBeGreaterThan(0.935);
    expect(covered / 2000).toBeLessThan(0.965);
  });
});

describe('curves', () => {
  // NIST StRD Misra1a (lower difficulty), data and certified values from memory: y = b1·(1 − exp(−b2·x)).
  const misra = {
    y: [10.07, 14.73, 17.94, 23.93, 29.61, 35.18, 40.02, 44.82, 50.76, 55.05, 61.01, 66.4, 75.47, 81.78],
    x: [77.6, 114.9, 141.1, 190.8, 239.9, 289.0, 332.8, 378.4, 434.8, 477.3, 536.8, 593.1, 689.1, 760.0],
  };
  const model: Model = (x, [a, b]) => {
    const e = Math.exp(-b! * x);
    return { value: a! * (1 - e), slopes: [1 - e, a! * x * e] };
  };
  test.each([[[500, 0.0001]], [[250, 0.0005]]])(
    'Misra1a from %j: parameters and their standard deviations hold six digits',
    (start) => {
      const fit = unwrap(fitCurve(model, misra.x, misra.y, start));
      for (const [found, certified] of [
        [fit.parameters[0], 238.94212918],
        [fit.parameters[1], 5.5015643181e-4],
        [fit.standardErrors[0], 2.7070075241],
        [fit.standardErrors[1], 7.2668688436e-6],
      ] as const)
        expect(digits(found!, certified)).toBeGreaterThanOrEqual(6);
    },
  );
  test('a decay without noise is recovered', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 3, max: 40, noNaN: true }),
        fc.double({ min: 0.6, max: 4, noNaN: true }),
        fc.double({ min: 0, max: 2, noNaN: true }),
        (a, b, c) => {
          const x = [0, 0.25, 0.5, 0.75, 1, 1.25, 1.5, 2];
          const fit = unwrap(
            fitCurve(
              decay,
              x,
              x.map((v) => a * Math.exp(-b * v) + c),
              [10, 1.5, 0.5],
            ),
          );
          expect(fit.parameters).toEqual([expect.closeTo(a, 5), expect.closeTo(b, 5), expect.closeTo(c, 5)]);
        },
      ),
    );
  });
  test('a broken stick without noise breaks where it was broken', () => {
    fc.assert(
      fc.property(fc.double({ min: 5, max: 16, noNaN: true }), (at) => {
        const x = Array.from({ length: 18 }, (_, i) => 2 + i);
        const fit = unwrap(
          fitBrokenStick(
            x,
            x.map((v) => 1 - 0.04 * Math.max(0, v - at)),
          ),
        );
        expect(fit.break).toBeCloseTo(at, 4);
        expect(fit.plateau).toBeCloseTo(1, 6);
      }),
    );
  });
});

describe('the small tests', () => {
  // Two-sided 5 % critical values, Grubbs & Beck 1972 (table G of ISO 5725-2 gives the same): from memory.
  test.each([
    [3, 1.155],
    [5, 1.715],
    [8, 2.126],
    [10, 2.29],
    [20, 2.709],
  ])('Grubbs for %i readings is %f', (n, g) => expect(grubbsCritical(n)).toBeCloseTo(g, 2));
  test('one reading that stands out is found and a fair set has none', () => {
    expect(findOutlier([0.44, 0.45, 0.44, 0.46, 0.45, 0.9])).toBe(5);
    expect(findOutlier([1, 2, 3, 4])).toBeNull();
    expect(findOutlier([2, 2, 2])).toBeNull();
  });
  test('the control limits are the mean ± 2.66 mean moving ranges (ISO 7870-2)', () => {
    const chart = individualsChart([10, 11, 9, 10, 20])!;
    expect([chart.centre, chart.high - chart.centre]).toEqual([12, expect.closeTo(2.66 * 3.5, 1)]);
    expect(individualsChart([1, 2, 3])).toBeNull();
    expect(individualsChart([0, 0, 0, 0, 0, 0, 0, 0, 9])!.runs).toEqual([7]);
    expect(individualsChart([5, 5, 5, 5.1, 9])!.outside).toEqual([4]);
  });
  test('agreement by chance is kappa 0, full agreement 1 (Cohen 1960)', () => {
    expect(agreementOf([1, 1, 2, 2], [1, 2, 1, 2])).toEqual({ n: 4, percent: 50, kappa: 0 });
    expect(agreementOf([1, 2, 3], [1, 2, 3])).toEqual({ n: 3, percent: 100, kappa: 1 });
    expect(agreementOf([4, 4], [4, 4]).kappa).toBeNull();
  });
  test('desirability is straight between its ends and one failed response fails the whole (Derringer & Suich 1980)', () => {
    expect([
      desirabilityOf(2, { bad: 4, good: 0 }),
      desirabilityOf(9, { bad: 4, good: 0 }),
      desirabilityOf(-1, { bad: 4, good: 0 }),
    ]).toEqual([0.5, 0, 1]);
    expect(
      overallDesirability([
        { d: 0.25, weight: 1 },
        { d: 1, weight: 1 },
      ]),
    ).toBeCloseTo(0.5, 12);
    expect(
      overallDesirability([
        { d: 0, weight: 1 },
        { d: 1, weight: 1 },
      ]),
    ).toBe(0);
    expect(
      overallDesirability([
        { d: 0.25, weight: 3 },
        { d: 1, weight: 1 },
      ]),
    ).toBeCloseTo(0.25 ** 0.75, 12);
  });
  test('a ratio of two sure figures has the interval of nothing, an unsure divisor none at all (Fieller 1954)', () => {
    expect(fiellerInterval(3, 2, 0, 0, 0, 8)).toEqual([1.5, 1.5]);
    expect(fiellerInterval(3, 0.1, 0.01, 1, 0, 8)).toBeNull();
  });
});
