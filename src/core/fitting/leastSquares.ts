import { fail, succeed, type Result } from '../result/result.ts';
import { coverageFactor } from './statistics.ts';

/** A fitted linear model: y = Σ coefficient·column. */
export interface LinearFit {
  readonly coefficients: readonly number[];
  /** Covariance of the coefficients, row by row. */
  readonly covariance: readonly (readonly number[])[];
  readonly standardErrors: readonly number[];
  readonly residualSd: number;
  readonly degreesOfFreedom: number;
  readonly residuals: readonly number[];
  readonly rSquared: number;
}
/** A column is as good as another's multiple below this share of its length. */
const RANK_TOLERANCE = 1e-13;
const ROUNDING = 1e-12;

/** Ordinary least squares by Householder QR on columns scaled to length 1. Source: Golub & Van Loan, Matrix Computations, 5.3;
 *  held against NIST's certified sets (Norris, Pontius, Longley). A row per observation; a constant is a column of ones. */
export function fitLinear(rows: readonly (readonly number[])[], y: readonly number[]): Result<LinearFit> {
  const n = rows.length;
  const p = rows[0]?.length ?? 0;
  if (n < p || p === 0)
    return fail({ code: 'tooFew', what: `${n} readings cannot carry ${p} unknowns`, todo: 'measure more' });
  if (y.length !== n || [...y, ...rows.flat()].some((v) => !Number.isFinite(v)))
    return fail({ code: 'notFinite', what: 'A reading is missing or not a figure', todo: 'look through the readings' });
  const scale = Array.from({ length: p }, (_, j) => Math.hypot(...rows.map((r) => r[j]!)));
  if (scale.some((s) => s === 0))
    return fail({ code: 'constant', what: 'The readings do not vary', todo: 'spread the bands' });
  const a = rows.map((r) => r.map((v, j) => v / scale[j]!));
  const b = [...y];
  for (let k = 0; k < p; k++) {
    let norm = 0;
    for (let i = k; i < n; i++) norm = Math.hypot(norm, a[i]![k]!);
    if (norm < RANK_TOLERANCE)
      return fail({ code: 'constant', what: 'The bands do not tell the unknowns apart', todo: 'spread the bands' });
    const alpha = a[k]![k]! > 0 ? -norm : norm;
    const v = new Float64Array(n);
    for (let i = k; i < n; i++) v[i] = a[i]![k]!;
    v[k]! -= alpha;
    let vv = 0;
    for (let i = k; i < n; i++) vv += v[i]! * v[i]!;
    const reflect = (get: (i: number) => number, set: (i: number, to: number) => void): void => {
      let dot = 0;
      for (let i = k; i < n; i++) dot += v[i]! * get(i);
      for (let i = k; i < n; i++) set(i, get(i) - (2 * dot * v[i]!) / vv);
    };
    if (vv > 0) {
      for (let j = k; j < p; j++)
        reflect(
          (i) => a[i]![j]!,
          (i, to) => {
            a[i]![j] = to;
          },
        );
      reflect(
        (i) => b[i]!,
        (i, to) => {
          b[i] = to;
        },
      );
    }
    if (Math.abs(a[k]![k]!) < RANK_TOLERANCE)
      return fail({ code: 'constant', what: 'The bands do not tell the unknowns apart', todo: 'spread the bands' });
  }
  const inverse = invertUpper(a, p);
  const scaled = Array.from({ length: p }, (_, i) => {
    let sum = 0;
    for (let j = i; j < p; j++) sum += inverse[i]![j]! * b[j]!;
    return sum;
  });
  const coefficients = scaled.map((c, j) => c / scale[j]!);
  const residuals = y.map((v, i) => v - rows[i]!.reduce((sum, x, j) => sum + x * coefficients[j]!, 0));
  const sse = residuals.reduce((sum, r) => sum + r * r, 0);
  const degreesOfFreedom = n - p;
  const variance = degreesOfFreedom > 0 ? sse / degreesOfFreedom : 0;
  const covariance = Array.from({ length: p }, (_, i) =>
    Array.from({ length: p }, (_unused, j) => {
      let sum = 0;
      for (let k = Math.max(i, j); k < p; k++) sum += inverse[i]![k]! * inverse[j]![k]!;
      return (variance * sum) / (scale[i]! * scale[j]!);
    }),
  );
  const middle = y.reduce((s, v) => s + v, 0) / n;
  const total = y.reduce((s, v) => s + (v - middle) ** 2, 0);
  return succeed({
    coefficients,
    covariance,
    standardErrors: covariance.map((row, i) => Math.sqrt(row[i]!)),
    residualSd: Math.sqrt(variance),
    degreesOfFreedom,
    residuals,
    rSquared: total > 0 ? 1 - sse / total : 1,
  });
}

function invertUpper(r: readonly (readonly number[])[], p: number): number[][] {
  const out = Array.from({ length: p }, () => new Array<number>(p).fill(0));
  for (let j = p - 1; j >= 0; j--) {
    out[j]![j] = 1 / r[j]![j]!;
    for (let i = j - 1; i >= 0; i--) {
      let sum = 0;
      for (let k = i + 1; k <= j; k++) sum += r[i]![k]! * out[k]![j]!;
      out[i]![j] = -sum / r[i]![i]!;
    }
  }
  return out;
}

export const fitLine = (x: readonly number[], y: readonly number[]): Result<LinearFit> =>
  fitLinear(
    x.map((v) => [1, v]),
    y,
  );
export const fitQuadratic = (x: readonly number[], y: readonly number[]): Result<LinearFit> =>
  fitLinear(
    x.map((v) => [1, v, v * v]),
    y,
  );
/** z = c + a·x + b·y, coefficients in this order. */
export const fitPlane = (x: readonly number[], y: readonly number[], z: readonly number[]): Result<LinearFit> =>
  fitLinear(
    x.map((v, i) => [1, v, y[i]!]),
    z,
  );

/** Half-width of the 95 % interval of one coefficient, by Student's t. */
export const halfWidthOf = (fit: LinearFit, index: number): number =>
  fit.standardErrors[index]! * coverageFactor(fit.degreesOfFreedom);

/** Where numerator/denominator of two correlated estimates lies with 95 %. Source: Fieller 1954; null where the denominator cannot be told from 0. */
export function fiellerInterval(
  top: number,
  bottom: number,
  varTop: number,
  varBottom: number,
  cov: number,
  degreesOfFreedom: number,
): readonly [number, number] | null {
  const t2 = coverageFactor(degreesOfFreedom) ** 2;
  const a = bottom * bottom - t2 * varBottom;
  const b = top * bottom - t2 * cov;
  const c = top * top - t2 * varTop;
  const under = b * b - a * c;
  const nothing = ROUNDING * (b * b + Math.abs(a * c)); // of sure figures nothing but rounding is left
  if (a <= 0 || under < -nothing) return null;
  const root = Math.sqrt(Math.max(0, under));
  return [(b - root) / a, (b + root) / a];
}
