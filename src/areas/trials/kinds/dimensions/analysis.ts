import { fiellerInterval, fitLinear } from '../../../../core/fitting/leastSquares.ts';
import { fail, succeed, type Result } from '../../../../core/result/result.ts';

export const DIMENSIONS_METHOD = {
  name: 'measured = m·nominal ± b per axis, outsides and holes with one m',
  version: 1,
} as const;
export const AXES = ['x', 'y', 'z'] as const;
export type Axis = (typeof AXES)[number];
export interface LengthReading {
  readonly axis: Axis;
  readonly feature: 'outer' | 'hole';
  readonly nominalMm: number;
  readonly measuredMm: number;
}
/** `scale` is what to multiply by; `offsetMm` moves contours outward from the material, applied after the scale. */
export interface AxisFit {
  readonly scale: number;
  readonly offsetMm: number;
  readonly scaleInterval: readonly [number, number];
  readonly offsetInterval: readonly [number, number];
  readonly n: number;
  readonly residualMm: number;
  readonly slope: number;
  readonly growthMm: number;
}
const FEWEST = 4;
const FEWEST_LENGTHS = 2;

/** Per axis measured = m·nominal + b on outsides and m·nominal − b on holes: scale 1/m, offset −b/(2m), both with 95 % intervals
 *  (Fieller). The calliper's own error is common to all readings: what it would do to m and b is added to their covariance (JCGM 100, type B). */
export function analyseDimensions(
  readings: readonly LengthReading[],
  calibrationUMm = 0,
): Result<Partial<Record<Axis, AxisFit>>> {
  const out: Partial<Record<Axis, AxisFit>> = {};
  if (readings.length === 0)
    return fail({ code: 'tooFew', what: 'No length is measured', todo: 'measure several lengths on an axis' });
  for (const axis of AXES) {
    const of = readings.filter((r) => r.axis === axis);
    if (of.length === 0) continue;
    const lengths = new Set(of.map((r) => r.nominalMm)).size;
    const where = `axis ${axis.toUpperCase()}`;
    if (of.some((r) => !(r.nominalMm > 0 && r.measuredMm > 0)))
      return fail({ code: 'negative', what: 'A length is not above zero', where, todo: 'look through the readings' });
    if (of.length < FEWEST || lengths < FEWEST_LENGTHS)
      return fail({
        code: 'tooFew',
        what: `${of.length} readings at ${lengths} ${lengths === 1 ? 'length' : 'lengths'}; scale and offset need ${FEWEST} at ${FEWEST_LENGTHS} or more`,
        where,
        todo: 'measure further lengths',
      });
    const odd = of.find(
      (r) => Math.abs(r.measuredMm / r.nominalMm - 1) > 0.25 && Math.abs(r.measuredMm - r.nominalMm) > 1.5,
    );
    if (odd)
      return fail({
        code: 'absurd',
        what: `${odd.measuredMm} mm read where ${odd.nominalMm} mm were drawn`,
        where,
        todo: 'check the unit and the place',
      });
    const fit = fitLinear(
      of.map((r) => [r.nominalMm, r.feature === 'outer' ? 1 : -1]),
      of.map((r) => r.measuredMm),
    );
    if (!fit.ok) return fail({ ...fit.failure, where });
    const shifted = fitLinear(
      of.map((r) => [r.nominalMm, r.feature === 'outer' ? 1 : -1]),
      of.map(() => 1),
    );
    const [lm, lb] = shifted.ok ? (shifted.value.coefficients as [number, number]) : [0, 0];
    const u2 = calibrationUMm ** 2;
    const [m, b] = fit.value.coefficients as [number, number];
    const [[sm, sc], [, sb]] = fit.value.covariance as [[number, number], [number, number]];
    const df = fit.value.degreesOfFreedom;
    const vm = sm + u2 * lm * lm;
    const cov = sc + u2 * lm * lb;
    const vb = sb + u2 * lb * lb;
    const scale = fiellerInterval(1, m, 0, vm, 0, df);
    const offset = fiellerInterval(b, m, vb, vm, cov, df);
    if (!scale || !offset)
      return fail({
        code: 'spread',
        what: 'The readings scatter too much to tell a scale',
        where,
        todo: 'measure again',
      });
    out[axis] = {
      scale: 1 / m,
      offsetMm: tidy(-b / (2 * m)),
      scaleInterval: scale,
      offsetInterval: [tidy(-offset[1] / 2), tidy(-offset[0] / 2)],
      n: of.length,
      residualMm: fit.value.residualSd,
      slope: m,
      growthMm: b,
    };
  }
  return succeed(out);
}
const tidy = (v: number): number => (v === 0 ? 0 : v);
