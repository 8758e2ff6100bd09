import { fail, succeed, type Result } from '../result/result.ts';
import { fitQuadratic } from './leastSquares.ts';
import { coverageFactor } from './statistics.ts';

export interface Threshold {
  /** Where the fitted curve passes the level; null where it never does within what was tried. */
  readonly crossing: number | null;
  /** Places whose curve cannot be told from the level at 95 %; it ends where the tried places end. */
  readonly interval: readonly [number, number];
  readonly at: (x: number) => number;
}
const STEPS = 400;
export const FEWEST_FOR_THRESHOLD = 5;

/** Where a response that rises along x passes a level: a quadratic by least squares, the crossing nearest the low end, and as its
 *  interval every x at which level and curve agree within the t-bound of the fitted mean (inverse regression after Fieller 1954). */
export function findThreshold(x: readonly number[], y: readonly number[], level: number): Result<Threshold> {
  const places = [...new Set(x)].sort((a, b) => a - b);
  if (places.length < FEWEST_FOR_THRESHOLD)
    return fail({
      code: 'tooFew',
      what: `${places.length} bands are read of at least ${FEWEST_FOR_THRESHOLD}`,
      todo: 'read more bands',
    });
  const low = places[0]!;
  const high = places[places.length - 1]!;
  const span = high - low;
  const u = (v: number): number => (v - low) / span;
  const fit = fitQuadratic(x.map(u), y);
  if (!fit.ok) return fit;
  const [a, b, c] = fit.value.coefficients as [number, number, number];
  const cov = fit.value.covariance;
  const t = coverageFactor(fit.value.degreesOfFreedom);
  const curve = (s: number): number => a + b * s + c * s * s;
  const halfAt = (s: number): number => {
    const g = [1, s, s * s];
    return (
      t *
      Math.sqrt(
        Math.max(
          0,
          g.reduce((sum, gi, i) => sum + g.reduce((inner, gj, j) => inner + gi * gj * cov[i]![j]!, 0), 0),
        ),
      )
    );
  };
  if (curve(1) <= curve(0))
    return fail({
      code: 'noRise',
      what: 'The readings do not rise along the bands',
      todo: 'look through the readings: the bands may have been read from the wrong end',
    });
  // From below the level to above it, once: what is above at the low end already never passes.
  let crossing: number | null = null;
  for (let k = 0; k < STEPS && crossing === null; k++) {
    let from = k / STEPS;
    let to = (k + 1) / STEPS;
    if (!(curve(from) <= level && curve(to) > level)) continue;
    for (let i = 0; i < 60; i++) {
      const mid = (from + to) / 2;
      if (curve(mid) <= level) from = mid;
      else to = mid;
    }
    crossing = (from + to) / 2;
  }
  const start = crossing ?? (curve(0) > level ? 0 : 1);
  const same = (s: number): boolean => Math.abs(curve(s) - level) <= halfAt(s);
  const edge = (end: 0 | 1): number => {
    let at = start;
    const step = (end - start) / STEPS;
    if (step === 0) return end;
    for (let k = 1; k <= STEPS; k++) {
      const s = start + step * k;
      if (!same(s)) {
        let inside = at;
        let out = s;
        for (let i = 0; i < 50; i++) {
          const mid = (inside + out) / 2;
          if (same(mid)) inside = mid;
          else out = mid;
        }
        return inside;
      }
      at = s;
    }
    return end;
  };
  const l = edge(0);
  const h = edge(1);
  const back = (s: number): number => low + span * s;
  return succeed({
    crossing: crossing === null ? null : back(crossing),
    interval: [back(l), back(h)],
    at: (v) => curve(u(v)),
  });
}
