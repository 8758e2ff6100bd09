import { fail, succeed, type Result } from '../result/result.ts';

export interface WarmthPoint {
  readonly resinC: number;
  /** Exposure at which contours stay, its 95 % interval by the readings alone, and what the common bend of growth moves ln of it by. */
  readonly value: number;
  readonly readingInterval: readonly [number, number];
  readonly bendShift: number;
}
export interface WarmthFit {
  /** Percent by which the exposure falls for every °C the resin is warmer. */
  readonly percentPerC: number;
  readonly interval: readonly [number, number];
  /** Exposure at a temperature. */
  readonly at: (resinC: number) => number;
}
/** Less apart than so, two temperatures say nothing of what a degree does. */
export const LEAST_APART_C = 4;
const NORMAL_95 = 1.96;

/** What a degree does to the exposure: a line of ln exposure over resin temperature, each ladder weighted by how its readings scatter
 *  (least squares with known variances; Bevington & Robinson, 6.3) and the common bend added in squares (JCGM 100:2008, 5.1.2). The slope as percent per °C with its 95 % interval. */
export function fitExposureTemperature(points: readonly WarmthPoint[]): Result<WarmthFit> {
  const cs = points.map((p) => p.resinC);
  if (points.length < 2 || Math.max(...cs) - Math.min(...cs) < LEAST_APART_C)
    return fail({
      code: 'tooClose',
      what:
        points.length < 2
          ? 'One temperature says nothing of what a degree does'
          : `The ladders lie within ${(Math.max(...cs) - Math.min(...cs)).toFixed(1)} °C`,
      todo: `run ladders at least ${LEAST_APART_C} °C apart`,
    });
  const w = points.map((p) => ((2 * NORMAL_95) / Math.log(p.readingInterval[1] / p.readingInterval[0])) ** 2);
  const sum = w.reduce((a, b) => a + b);
  const y = points.map((p) => Math.log(p.value));
  const meanC = cs.reduce((s, c, i) => s + w[i]! * c, 0) / sum;
  const meanY = y.reduce((s, v, i) => s + w[i]! * v, 0) / sum;
  const sxx = cs.reduce((s, c, i) => s + w[i]! * (c - meanC) ** 2, 0);
  const slope = cs.reduce((s, c, i) => s + w[i]! * (c - meanC) * (y[i]! - meanY), 0) / sxx;
  const bend = points.reduce((s, p, i) => s + w[i]! * (cs[i]! - meanC) * p.bendShift, 0) / sxx;
  const half = NORMAL_95 * Math.hypot(1 / Math.sqrt(sxx), bend);
  const percent = (k: number): number => 100 * (1 - Math.exp(k));
  return succeed({
    percentPerC: percent(slope),
    interval: [percent(slope + half), percent(slope - half)],
    at: (resinC) => Math.exp(meanY + slope * (resinC - meanC)),
  });
}
