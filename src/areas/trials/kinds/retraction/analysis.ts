import { fail, succeed, type Result } from '../../../../core/result/result.ts';
import { decay, fitCurve } from '../../../../core/fitting/nonlinear.ts';
import { coverageFactor } from '../../../../core/fitting/statistics.ts';
import type { AllowedRange } from '../../../library/model/records.ts';

export const RETRACTION_METHOD = {
  name: 'smallest distance at which a·exp(−b·x) + c falls to the accepted strings',
  version: 2,
} as const;
export const FEWEST_DISTANCES = 5;
/** Bands that may read no more than accepted before the curve falls so far: counts scatter. */
const MOST_FINE_BEFORE = 2;
export interface StringCount {
  readonly distanceMm: number;
  readonly strings: number;
  /** Gaps after travel seen at this distance. */ readonly gaps?: number | undefined;
}
export interface RetractionFit {
  readonly value: number;
  readonly interval: readonly [number, number];
  readonly range: AllowedRange;
  readonly parameters: readonly number[];
  readonly bestAtEnd: 'first' | 'last' | null;
  /** Why the curve is not believed and the bands themselves speak; null where it is. */
  readonly doubt: string | null;
}

/** Distance at which strings fall to the accepted count, with a 95 % interval by the delta method. Where three bands or more read no more than
 *  accepted before the curve says so, the curve is not believed: the first band from which none reads more stands, and the truth lies between
 *  it and the last that did. The stored value is the upper end of the interval rounded up to 0.05 mm, so that the count is really reached.
 *  Refuses where the strings never fall so far. */
export function analyseRetraction(counts: readonly StringCount[], accepted: number): Result<RetractionFit> {
  const x = counts.map((c) => c.distanceMm);
  const y = counts.map((c) => c.strings);
  const distances = [...new Set(x)].sort((a, b) => a - b);
  if (distances.length < FEWEST_DISTANCES)
    return fail({
      code: 'tooFew',
      what: `${distances.length} distances of at least ${FEWEST_DISTANCES}`,
      todo: 'count strings in more bands',
    });
  if (y.some((v) => !Number.isFinite(v) || v < 0) || x.some((v) => !Number.isFinite(v) || v < 0))
    return fail({ code: 'negative', what: 'A distance or a count is below zero', todo: 'look through the readings' });
  if (Math.max(...y) <= accepted)
    return fail({
      code: 'noStrings',
      what: `No band has more than ${accepted} strings: the shortest distance is already enough`,
      todo: `start lower than ${distances[0]} mm`,
    });
  if (Math.max(...y) === Math.min(...y))
    return fail({
      code: 'constant',
      what: 'Every band has as many strings',
      todo: 'distance is not what they depend on: look at temperature and damp filament',
    });
  const meanAt = (d: number): number => meanOf(counts.filter((c) => c.distanceMm === d).map((c) => c.strings));
  const lowest = Math.min(...distances.map(meanAt));
  if (lowest > accepted)
    return fail({
      code: 'never',
      what: `The fewest strings are ${lowest.toFixed(1)}, more than the ${accepted} accepted`,
      todo: `extend beyond ${distances[distances.length - 1]} mm, or look at temperature and damp filament first`,
    });
  const top = Math.max(...y);
  let fit = null;
  for (const rate of [1, 2, 0.5, 4, 0.25, 8]) {
    const tried = fitCurve(decay, x, y, [top, rate / distances[2]!, 0]);
    if (
      tried.ok &&
      tried.value.parameters[1]! > 0 &&
      tried.value.parameters[0]! > 0 &&
      (!fit || tried.value.residualSd < fit.residualSd)
    )
      fit = tried.value;
  }
  if (!fit)
    return fail({
      code: 'noDecay',
      what: 'The strings do not fall with distance',
      todo: 'distance is not what they depend on: look at temperature and damp filament',
    });
  const [a, b, c] = fit.parameters as [number, number, number];
  if (c >= accepted)
    return fail({
      code: 'never',
      what: `The strings level off at ${c.toFixed(1)}, above the ${accepted} accepted`,
      todo: 'a longer retraction does not help: look at temperature and damp filament',
    });
  const value = Math.log(a / (accepted - c)) / b;
  const slopes = [1 / (a * b), -value / b, 1 / (b * (accepted - c))];
  const variance = slopes.reduce(
    (s, si, i) => s + slopes.reduce((t, sj, j) => t + si * sj * fit.covariance[i]![j]!, 0),
    0,
  );
  const half = coverageFactor(fit.degreesOfFreedom) * Math.sqrt(Math.max(0, variance));
  const first = distances[0]!;
  const last = distances[distances.length - 1]!;
  const firstGap = distances.find((d) => counts.some((k) => k.distanceMm === d && (k.gaps ?? 0) > 0));
  const upTo = firstGap === undefined ? last : distances[Math.max(0, distances.indexOf(firstGap) - 1)]!;
  const lastBad = distances.findLast((d) => meanAt(d) > accepted)!;
  const firstGood = distances[distances.indexOf(lastBad) + 1] ?? null;
  const fineBefore = distances.filter((d) => d > lastBad && d < value).length;
  const isDoubted = firstGood !== null && fineBefore > MOST_FINE_BEFORE;
  const bounded = isDoubted ? firstGood : Math.min(last, Math.max(first, value));
  const interval = isDoubted ? ([lastBad, firstGood] as const) : ([Math.max(0, value - half), value + half] as const);
  if (!isDoubted && interval[0] <= first && interval[1] >= last)
    return fail({
      code: 'wide',
      what: `The strings could end anywhere from ${first} to ${last} mm`,
      todo: 'count again, or print more bands of the same range',
    });
  if (firstGap !== undefined && upTo < bounded)
    return fail({
      code: 'gapsFirst',
      what: `Gaps begin at ${firstGap} mm, before the strings end near ${value.toFixed(2)} mm`,
      todo: 'no distance serves: look at temperature, or refill after travel',
    });
  const failedBelow = lastBad < bounded;
  return succeed({
    value: bounded,
    interval,
    doubt: isDoubted
      ? `Strings end between ${lastBad} and ${firstGood} mm, more suddenly than a falling curve (it would say ${value.toFixed(2)} mm): the bands themselves are believed.`
      : null,
    parameters: fit.parameters,
    bestAtEnd: isDoubted ? null : value >= last ? 'last' : value <= first ? 'first' : null,
    range: {
      min: bounded,
      max: upTo,
      // strings were seen at a shorter distance, or nobody tried one
      minEnd: failedBelow ? 'failedBeyond' : 'notTriedBeyond',
      maxEnd: firstGap === undefined ? 'notTriedBeyond' : 'failedBeyond',
    },
  });
}
const meanOf = (v: readonly number[]): number => v.reduce((s, x) => s + x, 0) / v.length;
