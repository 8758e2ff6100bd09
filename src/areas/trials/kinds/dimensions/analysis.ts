import { findOdd } from '../../../../core/fitting/doubt.ts';
import { coverageFactor } from '../../../../core/fitting/statistics.ts';
import { fiellerInterval, fitLinear } from '../../../../core/fitting/leastSquares.ts';
import { fail, succeed, type Result } from '../../../../core/result/result.ts';

export const DIMENSIONS_METHOD = {
  name: 'measured = m·nominal + b per axis, outsides and holes with one m and each a b of its own',
  version: 2,
} as const;
export const AXES = ['x', 'y', 'z'] as const;
export type Axis = (typeof AXES)[number];
export interface LengthReading {
  readonly axis: Axis;
  readonly feature: 'outer' | 'hole';
  readonly nominalMm: number;
  readonly measuredMm: number;
}
/** `scale` is what to multiply by; `offsetMm` moves contours outward from the material, applied after the scale, as the outsides ask for it
 *  (the holes, where no outside was measured). `holesMm`: how much wider holes come out than contours moved so would explain; null where
 *  only one of the two was measured. */
export interface AxisFit {
  readonly scale: number;
  readonly offsetMm: number;
  readonly scaleInterval: readonly [number, number];
  readonly offsetInterval: readonly [number, number];
  readonly holesMm: number | null;
  readonly holesInterval: readonly [number, number] | null;
  readonly n: number;
  readonly residualMm: number;
  readonly slope: number;
  readonly growthMm: number;
}
const FEWEST = 4;
const FEWEST_LENGTHS = 2;

/** Per axis measured = m·nominal + b: outsides and holes share m and have offsets of their own, since a hole is drawn along its inside and
 *  rounds, sags and shrinks otherwise than an outside. Scale 1/m, offset −b/(2m) of the outsides, all with 95 % intervals (Fieller). The
 *  calliper's own error is common to all readings: what it would do is added to the covariance (JCGM 100, type B). */
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
    const isBoth = of.some((r) => r.feature === 'outer') && of.some((r) => r.feature === 'hole');
    const rows = of.map((r) => {
      const isOuter = r.feature === 'outer';
      if (!isBoth) return [r.nominalMm, isOuter ? 1 : -1];
      return [r.nominalMm, isOuter ? 1 : 0, isOuter ? 0 : 1];
    });
    const fit = fitLinear(
      rows,
      of.map((r) => r.measuredMm),
    );
    if (!fit.ok) return fail({ ...fit.failure, where });
    const wrong = findOdd(rows, fit.value);
    if (wrong !== null)
      return fail({
        code: 'odd',
        what: `${of[wrong]!.measuredMm} mm at ${of[wrong]!.nominalMm} mm drawn stands out from all the others`,
        where,
        todo: 'measure that length again; if it reads the same, look for a defect at that place',
      });
    const shifted = fitLinear(
      rows,
      of.map(() => 1),
    );
    const common = shifted.ok ? shifted.value.coefficients : rows[0]!.map(() => 0);
    const [m, b] = fit.value.coefficients as [number, number];
    const df = fit.value.degreesOfFreedom;
    const cov = (i: number, j: number): number =>
      fit.value.covariance[i]![j]! + calibrationUMm ** 2 * common[i]! * common[j]!;
    const scale = fiellerInterval(1, m, 0, cov(0, 0), 0, df);
    const offset = fiellerInterval(b, m, cov(1, 1), cov(0, 0), cov(0, 1), df);
    if (!scale || !offset)
      return fail({
        code: 'spread',
        what: 'The readings scatter too much to tell a scale',
        where,
        todo: 'measure again',
      });
    const holes = isBoth ? b + fit.value.coefficients[2]! : null;
    const holesHalf = isBoth ? coverageFactor(df) * Math.sqrt(cov(1, 1) + cov(2, 2) + 2 * cov(1, 2)) : 0;
    out[axis] = {
      scale: 1 / m,
      offsetMm: tidy(-b / (2 * m)),
      scaleInterval: scale,
      offsetInterval: [tidy(-offset[1] / 2), tidy(-offset[0] / 2)],
      holesMm: holes,
      holesInterval: holes === null ? null : [holes - holesHalf, holes + holesHalf],
      n: of.length,
      residualMm: fit.value.residualSd,
      slope: m,
      growthMm: b,
    };
  }
  return succeed(out);
}
const tidy = (v: number): number => (v === 0 ? 0 : v);
