import { mean } from '../../../../core/fitting/mean.ts';
import { signTest } from '../../../../core/fitting/signTest.ts';
import { combineUncertainty, coverageFactor, standardDeviation } from '../../../../core/fitting/statistics.ts';
import { fail, succeed, type Result } from '../../../../core/result/result.ts';

export const SERIES_METHOD = { name: 'sign test and mean change of scores, place by place', version: 1 } as const;
/** With fewer places even a part that is better everywhere cannot be told from chance at 5 %. */
export const FEWEST_PLACES = 6;
const SURE = 0.05;
/** A score is a whole number: the least a look can be off by, as a variance. */
const ROUNDING = 1 / 12;
/** With fewer repeated looks their spread says nothing; the spread from place to place stands in for it, which is wider. */
const FEWEST_REPEATS = 4;

/** The looks at one place of both prints. */
export interface Pair {
  readonly feature: string;
  readonly before: readonly number[];
  readonly after: readonly number[];
}
export interface SeriesStep {
  readonly better: number;
  readonly worse: number;
  readonly same: number;
  readonly pValue: number;
  readonly meanChange: number;
  readonly interval: readonly [number, number];
  readonly verdict: 'better' | 'worse' | 'no sure difference';
}

/** What changed between two prints of one part, over places that were scored on both. The places are those of the part, not a sample
 *  of others: what is uncertain is the eye, told by looks that were repeated. */
export function analyseStep(pairs: readonly Pair[]): Result<SeriesStep> {
  if (pairs.some((p) => [...p.before, ...p.after].some((v) => !(v >= 1 && v <= 5))))
    return fail({ code: 'score', what: 'A score is not between 1 and 5', todo: 'look through the scores' });
  const both = pairs.filter((p) => p.before.length > 0 && p.after.length > 0);
  const n = both.length;
  if (n < FEWEST_PLACES)
    return fail({
      code: 'tooFew',
      what: `${n} places are scored on both prints; ${FEWEST_PLACES} are needed`,
      todo: 'score more places',
    });
  const changes = both.map((p) => mean(p.after) - mean(p.before));
  const better = changes.filter((d) => d > 0).length;
  const worse = changes.filter((d) => d < 0).length;
  const pValue = signTest(better, worse);
  const meanChange = mean(changes);
  const eye = eyeOf(both);
  const parts = eye
    ? [
        {
          u: Math.sqrt(eye.variance * both.reduce((sum, p) => sum + 1 / p.before.length + 1 / p.after.length, 0)) / n,
          degreesOfFreedom: eye.degreesOfFreedom,
        },
      ]
    : [
        { u: standardDeviation(changes) / Math.sqrt(n), degreesOfFreedom: n - 1 },
        { u: Math.sqrt((2 * ROUNDING) / n), degreesOfFreedom: Infinity },
      ];
  const { u, degreesOfFreedom } = combineUncertainty(parts);
  const half = coverageFactor(degreesOfFreedom) * u;
  return succeed({
    better,
    worse,
    same: n - better - worse,
    pValue,
    meanChange,
    interval: [meanChange - half, meanChange + half],
    verdict: pValue > SURE ? 'no sure difference' : better > worse ? 'better' : 'worse',
  });
}

/** Variance of one look, pooled over places that were looked at more than once; null where too few were. */
function eyeOf(pairs: readonly Pair[]): { readonly variance: number; readonly degreesOfFreedom: number } | null {
  const looks = pairs.flatMap((p) => [p.before, p.after]).filter((l) => l.length > 1);
  const degreesOfFreedom = looks.reduce((s, l) => s + l.length - 1, 0);
  return degreesOfFreedom < FEWEST_REPEATS
    ? null
    : {
        variance: Math.max(
          ROUNDING,
          looks.reduce((s, l) => s + (l.length - 1) * standardDeviation(l) ** 2, 0) / degreesOfFreedom,
        ),
        degreesOfFreedom,
      };
}
