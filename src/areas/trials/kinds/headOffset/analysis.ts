import { combineUncertainty, coverageFactor, standardDeviation } from '../../../../core/fitting/statistics.ts';
import { fail, succeed, type Result } from '../../../../core/result/result.ts';

export const HEAD_OFFSET_METHOD = { name: 'best-aligned tooth of crossed combs', version: 1 } as const;
export const FEWEST_TEETH = 2;
export interface ToothReading {
  readonly axis: 'x' | 'y';
  readonly tooth: number;
}
export interface OffsetFit {
  readonly offsetMm: number;
  readonly interval: readonly [number, number];
  readonly n: number;
  readonly isAtEnd: boolean;
}

/** What to add to places of the second head, per axis: the tooth at which both combs meet, times what their pitches differ by.
 *  A reading is good to half a tooth, a quarter either way (rectangular, JCGM 100 4.3.7), beside the spread of repeats. */
export function analyseHeadOffset(
  readings: readonly ToothReading[],
  stepMm: number,
  teeth: number,
): Result<Partial<Record<'x' | 'y', OffsetFit>>> {
  const out: Partial<Record<'x' | 'y', OffsetFit>> = {};
  if (readings.length === 0)
    return fail({ code: 'tooFew', what: 'No tooth is read', todo: 'read the best-aligned tooth of both combs' });
  for (const axis of ['x', 'y'] as const) {
    const of = readings.filter((r) => r.axis === axis).map((r) => r.tooth);
    const where = `comb ${axis.toUpperCase()}`;
    if (of.length === 0) continue;
    if (of.some((t) => !Number.isFinite(t) || Math.abs(t) > teeth))
      return fail({
        code: 'absurd',
        what: `A tooth beyond ${teeth} does not exist`,
        where,
        todo: 'count from the longest tooth: to the right and to the back is plus',
      });
    if (of.length < FEWEST_TEETH)
      return fail({
        code: 'tooFew',
        what: `${of.length} reading of at least ${FEWEST_TEETH}`,
        where,
        todo: 'read it again, best by another person',
      });
    if (Math.max(...of) - Math.min(...of) > 2)
      return fail({
        code: 'spread',
        what: `Readings from tooth ${Math.min(...of)} to ${Math.max(...of)} do not agree`,
        where,
        todo: 'read again under a loupe',
      });
    const mean = of.reduce((s, t) => s + t, 0) / of.length;
    const u = combineUncertainty([
      { u: (standardDeviation(of) * stepMm) / Math.sqrt(of.length), degreesOfFreedom: of.length - 1 },
      { u: stepMm / 4 / Math.sqrt(3), degreesOfFreedom: Infinity },
    ]);
    const half = u.u * coverageFactor(u.degreesOfFreedom);
    out[axis] = {
      offsetMm: mean * stepMm,
      interval: [mean * stepMm - half, mean * stepMm + half],
      n: of.length,
      isAtEnd: Math.abs(mean) >= teeth - 0.5,
    };
  }
  return succeed(out);
}
