import tQuantile from '@stdlib/stats-base-dists-t-quantile';
import { mean } from './mean.ts';

/** Sample standard deviation (n - 1); 0 for fewer than two values. */
export function standardDeviation(values: readonly number[]): number {
  if (values.length < 2) return 0;
  const m = mean(values);
  let sum = 0;
  for (const v of values) sum += (v - m) ** 2;
  return Math.sqrt(sum / (values.length - 1));
}

/** One contribution to a standard uncertainty with its degrees of freedom (Infinity when known outright). */
export interface UncertaintyPart {
  readonly u: number;
  readonly degreesOfFreedom: number;
}

/** Combined standard uncertainty and effective degrees of freedom.
 *  Source: JCGM 100:2008, 5.1.2 and G.4.1 (Welch-Satterthwaite). */
export function combineUncertainty(parts: readonly UncertaintyPart[]): UncertaintyPart {
  let sumOfSquares = 0;
  let spread = 0;
  for (const { u, degreesOfFreedom } of parts) {
    sumOfSquares += u * u;
    if (Number.isFinite(degreesOfFreedom)) spread += u ** 4 / degreesOfFreedom;
  }
  return {
    u: Math.sqrt(sumOfSquares),
    degreesOfFreedom: spread > 0 ? (sumOfSquares * sumOfSquares) / spread : Infinity,
  };
}

/** Two-sided coverage factor. Source: JCGM 100:2008, table G.2. */
export function coverageFactor(degreesOfFreedom: number, level = 0.95): number {
  return tQuantile(0.5 + level / 2, Number.isFinite(degreesOfFreedom) ? degreesOfFreedom : 1e9);
}
