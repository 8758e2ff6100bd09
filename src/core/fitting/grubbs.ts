import { mean } from './mean.ts';
import { coverageFactor, standardDeviation } from './statistics.ts';

/** Critical value of Grubbs' two-sided test at 5 %. Source: Grubbs 1969; NIST/SEMATECH e-Handbook 1.3.5.17.1. */
export function grubbsCritical(n: number, alpha = 0.05): number {
  const t = coverageFactor(n - 2, 1 - alpha / n);
  return ((n - 1) / Math.sqrt(n)) * Math.sqrt((t * t) / (n - 2 + t * t));
}

/** Place of the reading that stands out by Grubbs' test, or null. It is shown, never dropped. */
export function findOutlier(values: readonly number[]): number | null {
  const n = values.length;
  const s = standardDeviation(values);
  if (n < 3 || s === 0) return null;
  const m = mean(values);
  const off = values.map((v) => Math.abs(v - m));
  const at = off.indexOf(Math.max(...off));
  return off[at]! / s > grubbsCritical(n) ? at : null;
}
