import { findMinimum } from '../../../../core/fitting/minimum.ts';
import { fail, succeed, type Result } from '../../../../core/result/result.ts';
import type { AllowedRange } from '../../../library/model/records.ts';

export const PRESSURE_METHOD = {
  name: 'lowest place of a parabola through squared width changes',
  version: 1,
} as const;
export interface WidthChange {
  readonly factorS: number;
  readonly changeMm: number;
}
export interface PressureFit {
  readonly value: number;
  readonly interval: readonly [number, number];
  readonly range: AllowedRange;
  readonly leastMm: number;
  readonly curve: (factorS: number) => number;
  readonly bestAtEnd: 'first' | 'last' | null;
}
/** Spread of one reading, mm: what weighs small changes against large ones. Common practice, no source. */
const READING_MM = 0.012;
/** How much steeper one side may be than the other. Common practice, no source. */
const LOPSIDED = 0.05;
const NORMAL_95 = 1.96;

/** The factor at which a line changes its width least where the speed changes. A width change grows evenly to both sides of the best
 *  factor and never falls below the roughness of the line, so its square is a parabola; a square is known the worse the larger it is,
 *  so readings weigh by 1/(4·y²·u² + 2·u⁴), with y from a first unweighted fit. Too much may swell a line more steeply than too little
 *  thins it: what that would move the lowest place is added to the interval (rectangular, JCGM 100 4.3.7). */
export function analysePressure(changes: readonly WidthChange[], acceptedMm: number): Result<PressureFit> {
  if (changes.some((c) => !(c.changeMm >= 0) || !(c.factorS >= 0)))
    return fail({
      code: 'negative',
      what: 'A factor or a width change is below zero',
      todo: 'look through the readings',
    });
  if (changes.some((c) => c.changeMm > 3))
    return fail({ code: 'absurd', what: 'A width change of more than 3 mm cannot be', todo: 'check the unit' });
  const x = changes.map((c) => c.factorS);
  const y = changes.map((c) => c.changeMm ** 2);
  const first = findMinimum(x, y);
  if (!first.ok) return first;
  const weights = x.map(
    (v) => READING_MM ** 4 / (4 * Math.max(0, first.value.curve(v)) * READING_MM ** 2 + 2 * READING_MM ** 4),
  );
  const fit = findMinimum(x, y, weights);
  if (!fit.ok) return fit;
  const steeper = findMinimum(
    x,
    y.map((v, i) => (x[i]! > fit.value.at ? v * (1 + LOPSIDED) ** 2 : v)),
    weights,
  );
  const lopsidedU = steeper.ok ? Math.abs(steeper.value.at - fit.value.at) / Math.sqrt(3) : 0;
  const bands = [...new Set(x)].sort((a, b) => a - b);
  const low = bands[0]!;
  const high = bands[bands.length - 1]!;
  const { at, curve, least } = fit.value;
  const widen = (end: number): number => at + Math.sign(end - at) * Math.hypot(end - at, NORMAL_95 * lopsidedU);
  const interval = [widen(fit.value.interval[0]), widen(fit.value.interval[1])] as const;
  const bound = Math.max(acceptedMm ** 2, least);
  const value = Math.min(high, Math.max(low, at));
  const edge = (end: number): number => {
    for (let k = 0; k <= 400; k++) {
      const v = value + ((end - value) * k) / 400;
      if (curve(v) > bound) return v - (end - value) / 400;
    }
    return end;
  };
  const min = Math.min(value, edge(low));
  const max = Math.max(value, edge(high));
  return succeed({
    value,
    interval,
    range: {
      min,
      max,
      minEnd: min > low ? 'failedBeyond' : 'notTriedBeyond',
      maxEnd: max < high ? 'failedBeyond' : 'notTriedBeyond',
    },
    leastMm: Math.sqrt(Math.max(0, least)),
    curve: (v) => Math.sqrt(Math.max(0, curve(v))),
    bestAtEnd: at <= low ? 'first' : at >= high ? 'last' : null,
  });
}
