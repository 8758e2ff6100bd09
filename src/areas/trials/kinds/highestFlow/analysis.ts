import { fitBrokenStick } from '../../../../core/fitting/brokenStick.ts';
import { findOddOfCurve, signOf } from '../../../../core/fitting/doubt.ts';
import { fitLine } from '../../../../core/fitting/leastSquares.ts';
import { coverageFactor } from '../../../../core/fitting/statistics.ts';
import { fail, succeed, type Result } from '../../../../core/result/result.ts';

export const HIGHEST_FLOW_METHOD = {
  name: 'broken stick of fed mass over flow, 95 % bound at 0.95 of the plateau',
  version: 2,
} as const;
/** Share of the raw limit that is stored. Common practice, no source. */
export const SAFETY = 0.9;
export const KNEE_ROUNDNESS = 0.005;
export const LEAST_EFFICIENCY = 0.95;
export const FEWEST_FLOWS = 6;
export interface StrandMass {
  readonly flowMm3PerS: number;
  readonly expectedG: number;
  readonly measuredG: number;
}
export interface HighestFlowFit {
  readonly limit: number;
  readonly rawLimit: number;
  readonly break: number;
  readonly interval: readonly [number, number];
  readonly plateau: number;
  readonly slope: number;
  readonly isReached: boolean;
  readonly efficiencies: readonly (readonly [number, number])[];
}
const GRID = 2000;
const STICK_UNKNOWNS = 3;
const stickThrough = (x: readonly number[], y: readonly number[]) => {
  const fit = fitBrokenStick(x, y);
  if (!fit.ok) return null;
  const { plateau, slope, break: from, residualSd } = fit.value;
  return { at: (q: number) => plateau + slope * Math.max(0, q - from), sd: residualSd };
};

/** Efficiency = mass/expected, normalised to its low-flow plateau so that a flow error does not shift it. The raw limit is the
 *  largest flow at which the lower 95 % bound of the fitted efficiency is still 0.95; nine tenths of it are stored. */
export function analyseHighestFlow(strands: readonly StrandMass[]): Result<HighestFlowFit> {
  if (strands.some((s) => !(s.expectedG > 0 && s.measuredG >= 0 && s.flowMm3PerS > 0)))
    return fail({ code: 'negative', what: 'A flow or a mass is not above zero', todo: 'look through the readings' });
  const flows = [...new Set(strands.map((s) => s.flowMm3PerS))].sort((a, b) => a - b);
  if (flows.length < FEWEST_FLOWS)
    return fail({
      code: 'tooFew',
      what: `${flows.length} flows of at least ${FEWEST_FLOWS}`,
      todo: 'weigh more strands',
    });
  if (strands.some((s) => s.measuredG / s.expectedG > 3))
    return fail({
      code: 'unit',
      what: 'A strand weighs more than three times what was fed',
      todo: 'check that masses are in grams',
    });
  const x = strands.map((s) => s.flowMm3PerS);
  const raw = strands.map((s) => s.measuredG / s.expectedG);
  const first = fitBrokenStick(x, raw, KNEE_ROUNDNESS);
  if (!first.ok) return first;
  const { plateau, slope, interval, line, degreesOfFreedom } = first.value;
  const at = first.value.break;
  if (!(plateau > 0.3))
    return fail({
      code: 'plateau',
      what: 'Even the slowest strand weighs far too little',
      todo: 'check filament diameter, flow and the drive before this trial',
    });
  const highest = flows[flows.length - 1]!;
  const slow = x.flatMap((q, i) => (q <= at || slope >= 0 ? [i] : []));
  const rise = fitLine(
    slow.map((i) => x[i]!),
    slow.map((i) => raw[i]!),
  );
  if (rise.ok && signOf(rise.value, 1) > 0)
    return fail({
      code: 'rises',
      what: 'Strands weigh more the faster they are fed, before any fall: no melt limit does that',
      todo: 'see that masses belong to their bands, that filament does not slip at low speed, and that strands hang free; then weigh again',
    });
  const odd = findOddOfCurve(x, raw, STICK_UNKNOWNS, stickThrough, KNEE_ROUNDNESS * plateau);
  if (odd !== null)
    return fail({
      code: 'odd',
      what: `${strands[odd]!.measuredG} g at ${x[odd]!.toFixed(1)} mm³/s stands out from all the others`,
      todo: 'weigh that strand again; if it weighs the same, print the trial again',
    });
  const efficiency = (q: number): number => (plateau + slope * Math.max(0, q - at)) / plateau;
  /** Spread of the fitted ratio at a flow. The break's own uncertainty enters through the slope of the curve beyond it. */
  const t = coverageFactor(degreesOfFreedom);
  const breakSd = (interval[1] - interval[0]) / (2 * t);
  const lower = (q: number): number => {
    const d = Math.max(0, q - at);
    const v = line.covariance;
    const variance = v[0]![0]! + 2 * d * v[0]![1]! + d * d * v[1]![1]! + (d > 0 ? (slope * breakSd) ** 2 : 0);
    return efficiency(q) - (t * Math.sqrt(Math.max(0, variance))) / plateau;
  };
  let rawLimit = flows[0]!;
  if (lower(rawLimit) < LEAST_EFFICIENCY)
    return fail({
      code: 'noPlateau',
      what: 'Already the slowest strand cannot be told from a starved one',
      todo: 'start at a lower flow or weigh each strand twice',
    });
  for (let k = 0; k <= GRID; k++) {
    const q = flows[0]! + ((highest - flows[0]!) * k) / GRID;
    if (lower(q) < LEAST_EFFICIENCY) break;
    rawLimit = q;
  }
  return succeed({
    limit: SAFETY * rawLimit,
    rawLimit,
    break: at,
    interval,
    plateau,
    slope,
    isReached: efficiency(highest) < LEAST_EFFICIENCY,
    efficiencies: strands.map((s, i) => [s.flowMm3PerS, raw[i]! / plateau]),
  });
}
