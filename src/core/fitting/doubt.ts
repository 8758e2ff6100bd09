import fQuantile from '@stdlib/stats-base-dists-f-quantile';
import type { LinearFit } from './leastSquares.ts';
import { mean } from './mean.ts';
import { coverageFactor } from './statistics.ts';

/** How seldom a sound trial is doubted by one test: one in a thousand; by a test of its curve, seven in a thousand. */
const SELDOM = 0.001;
const SELDOM_OF_CURVES = 0.007;
const FEWEST_TO_SPARE = 4;

/** Place of the reading that a fit cannot be reconciled with, or null: its externally studentised residual beyond Student's t for the
 *  largest of so many (Bonferroni). Source: Cook & Weisberg 1982, 2.2.2. A fit with fewer than five readings to spare tells nothing. */
export function findOdd(rows: readonly (readonly number[])[], fit: LinearFit): number | null {
  const n = rows.length;
  const df = fit.degreesOfFreedom - 1;
  const s2 = fit.residualSd ** 2;
  if (df < FEWEST_TO_SPARE || !(s2 > 0)) return null;
  const sse = s2 * fit.degreesOfFreedom;
  const studentised = rows.map((row, i) => {
    const e = fit.residuals[i]!;
    const h = row.reduce((s, a, j) => s + row.reduce((t, b, k) => t + a * b * fit.covariance[j]![k]!, 0), 0) / s2;
    const left = sse * (1 - h) - e * e;
    return 1 - h < 1e-9 ? 0 : left <= 0 ? Infinity : Math.abs(e) * Math.sqrt(df / left);
  });
  const at = studentised.indexOf(Math.max(...studentised));
  return studentised[at]! > coverageFactor(df, 1 - SELDOM / n) ? at : null;
}

/** The same of a curve with an unknown that is no coefficient (a break): each reading is held against the curve through all the others. `least`
 *  is what readings scatter at any rate. */
export function findOddOfCurve(
  x: readonly number[],
  y: readonly number[],
  unknowns: number,
  fitTo: (x: readonly number[], y: readonly number[]) => { at: (x: number) => number; sd: number } | null,
  least: number,
): number | null {
  const df = x.length - 1 - unknowns;
  if (df < FEWEST_TO_SPARE - 1) return null;
  const off = x.map((v, i) => {
    const fit = fitTo(
      x.filter((_, k) => k !== i),
      y.filter((_, k) => k !== i),
    );
    return fit ? Math.abs(y[i]! - fit.at(v)) / Math.hypot(fit.sd, least) : 0;
  });
  const at = off.indexOf(Math.max(...off));
  return off[at]! > coverageFactor(df, 1 - SELDOM / x.length) ? at : null;
}

/** Which way a coefficient surely lies: 1 above nothing, −1 below, 0 where it cannot be told. */
export function signOf(fit: LinearFit, index: number): -1 | 0 | 1 {
  if (fit.degreesOfFreedom < 1) return 0;
  const value = fit.coefficients[index]!;
  const half = fit.standardErrors[index]! * coverageFactor(fit.degreesOfFreedom, 1 - SELDOM_OF_CURVES);
  return value > half ? 1 : value < -half ? -1 : 0;
}

/** Whether repeats of the same place scatter so much less than the places lie off a curve that the curve cannot be believed: F test of
 *  lack of fit against pure error. Source: NIST/SEMATECH e-Handbook 4.4.4.6; Draper & Smith 1998, 2.1. Null without repeats. */
export function lacksFit(
  x: readonly number[],
  y: readonly number[],
  at: (x: number) => number,
  unknowns: number,
): boolean | null {
  const places = new Map<number, number[]>();
  x.forEach((v, i) => places.set(v, [...(places.get(v) ?? []), y[i]!]));
  const pureDf = x.length - places.size;
  const fitDf = places.size - unknowns;
  if (pureDf < 3 || fitDf < 1) return null;
  let pure = 0;
  let off = 0;
  for (const [v, of] of places) {
    const middle = mean(of);
    for (const w of of) pure += (w - middle) ** 2;
    off += of.length * (middle - at(v)) ** 2;
  }
  if (!(pure > 0)) return null; // read in steps so coarse that repeats agree to the digit
  return off / fitDf / (pure / pureDf) > fQuantile(1 - SELDOM_OF_CURVES, fitDf, pureDf);
}
