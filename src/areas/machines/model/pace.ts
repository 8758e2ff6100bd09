import { mean } from '../../../core/fitting/mean.ts';
import { coverageFactor, standardDeviation } from '../../../core/fitting/statistics.ts';

/** What prints on a machine take of the time that is worked out for them: the mean of their ratios, and the ends between which the next
 *  print's lies in 19 of 20 cases. */
export interface Pace {
  readonly ratio: number;
  readonly low: number;
  readonly high: number;
  readonly prints: number;
}
/** A print that ran through: how long was worked out for it, uncorrected, and how long it took by the machine's own clock. */
export interface TimedPrint {
  readonly workedOutS: number;
  readonly tookS: number;
}
/** Fewer tell too little, and older ones are of a machine that has changed since. Figures of our own. */
const LEAST_PRINTS = 5;
export const MOST_PRINTS = 20;

/** The pace of a machine by its last prints; null before there are enough. Ratios multiply, so their logarithms are averaged; the ends are
 *  those of a prediction for one more (ISO 16269-8, normal, unknown mean and deviation). */
export function paceOf(prints: readonly TimedPrint[]): Pace | null {
  const logs = prints.filter((p) => p.workedOutS > 0 && p.tookS > 0).map((p) => Math.log(p.tookS / p.workedOutS));
  const n = logs.length;
  if (n < LEAST_PRINTS) return null;
  const middle = mean(logs);
  const half = coverageFactor(n - 1) * standardDeviation(logs) * Math.sqrt(1 + 1 / n);
  return { ratio: Math.exp(middle), low: Math.exp(middle - half), high: Math.exp(middle + half), prints: n };
}
