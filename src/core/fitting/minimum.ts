import { fail, succeed, type Result } from '../result/result.ts';
import { fiellerInterval, fitLinear } from './leastSquares.ts';

export interface Minimum {
  readonly at: number;
  readonly interval: readonly [number, number];
  readonly least: number;
  readonly curve: (x: number) => number;
}

/** Lowest place of a parabola through weighted points, −b/(2c), with its 95 % interval (Fieller); refuses where it does not open upward. */
export function findMinimum(
  x: readonly number[],
  y: readonly number[],
  weights: readonly number[] = x.map(() => 1),
): Result<Minimum> {
  const places = new Set(x).size;
  if (places < 5)
    return fail({ code: 'tooFew', what: `${places} bands are read of at least 5`, todo: 'read more bands' });
  const middle = x.reduce((s, v) => s + v, 0) / x.length;
  const span = Math.max(...x) - Math.min(...x);
  const u = (v: number): number => (v - middle) / span;
  const root = weights.map(Math.sqrt);
  const fit = fitLinear(
    x.map((v, i) => [root[i]!, root[i]! * u(v), root[i]! * u(v) * u(v)]),
    y.map((v, i) => v * root[i]!),
  );
  if (!fit.ok) return fit;
  const [a, b, c] = fit.value.coefficients as [number, number, number];
  const cov = fit.value.covariance;
  const interval =
    c > 0
      ? fiellerInterval(-b, 2 * c, cov[1]![1]!, 4 * cov[2]![2]!, -2 * cov[1]![2]!, fit.value.degreesOfFreedom)
      : null;
  if (!interval)
    return fail({
      code: 'noMinimum',
      what: 'The readings have no lowest place that can be told',
      todo: 'try a wider range of bands, or read again',
    });
  const at = -b / (2 * c);
  const back = (s: number): number => middle + span * s;
  const curve = (v: number): number => a + b * u(v) + c * u(v) ** 2;
  return succeed({ at: back(at), interval: [back(interval[0]), back(interval[1])], least: curve(back(at)), curve });
}
