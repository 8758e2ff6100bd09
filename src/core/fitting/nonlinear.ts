import { fail, succeed, type Result } from '../result/result.ts';
import { fitLinear } from './leastSquares.ts';

export interface NonlinearFit {
  readonly parameters: readonly number[];
  readonly covariance: readonly (readonly number[])[];
  readonly standardErrors: readonly number[];
  readonly residualSd: number;
  readonly degreesOfFreedom: number;
}
/** Value and partial derivatives at one observation. */
export type Model = (
  x: number,
  parameters: readonly number[],
) => { readonly value: number; readonly slopes: readonly number[] };

const MOST_STEPS = 500;
const SETTLED = 1e-12;
const MOST_DAMPING = 1e14;

/** Least squares of a curve by Levenberg–Marquardt, each step solved by QR of the damped Jacobian. Source: Marquardt 1963; Moré 1978. */
export function fitCurve(
  model: Model,
  x: readonly number[],
  y: readonly number[],
  start: readonly number[],
): Result<NonlinearFit> {
  const n = x.length;
  const p = start.length;
  if (n <= p)
    return fail({
      code: 'tooFew',
      what: `${n} readings cannot carry ${p} unknowns and their spread`,
      todo: 'measure more bands',
    });
  let at = [...start];
  let damping = 1e-3;
  const sseOf = (q: readonly number[]): number => {
    let s = 0;
    for (let i = 0; i < n; i++) s += (y[i]! - model(x[i]!, q).value) ** 2;
    return Number.isFinite(s) ? s : Infinity;
  };
  let sse = sseOf(at);
  for (let step = 0; step < MOST_STEPS; step++) {
    const here = x.map((v) => model(v, at));
    const jacobian = here.map((h) => h.slopes);
    const left = y.map((v, i) => v - here[i]!.value);
    const norms = at.map((_, j) => Math.hypot(...jacobian.map((r) => r[j]!)) || 1);
    let moved = false;
    while (damping < MOST_DAMPING) {
      const damped = [
        ...jacobian,
        ...norms.map((norm, j) => norms.map((_, k) => (j === k ? Math.sqrt(damping) * norm : 0))),
      ];
      const solved = fitLinear(damped, [...left, ...norms.map(() => 0)]);
      if (!solved.ok) {
        damping *= 10;
        continue;
      }
      const next = at.map((v, j) => v + solved.value.coefficients[j]!);
      const nextSse = sseOf(next);
      if (nextSse <= sse) {
        const small =
          solved.value.coefficients.every((d, j) => Math.abs(d) <= SETTLED * (Math.abs(at[j]!) + SETTLED)) ||
          sse - nextSse <= SETTLED * SETTLED * sse;
        at = next;
        sse = nextSse;
        damping = Math.max(damping / 10, 1e-15);
        moved = !small;
        break;
      }
      damping *= 10;
    }
    if (!moved) break;
  }
  const slopes = x.map((v) => model(v, at).slopes);
  const end = fitLinear(
    slopes,
    y.map((v, i) => v - model(x[i]!, at).value),
  );
  if (!end.ok)
    return fail({ code: 'flat', what: 'The readings do not tell the unknowns apart', todo: 'spread the bands' });
  return succeed({
    parameters: at,
    covariance: end.value.covariance.map((r) =>
      r.map((c) => (end.value.residualSd > 0 ? (c * (sse / (n - p))) / end.value.residualSd ** 2 : 0)),
    ),
    standardErrors: end.value.standardErrors.map((e) =>
      end.value.residualSd > 0 ? (e * Math.sqrt(sse / (n - p))) / end.value.residualSd : 0,
    ),
    residualSd: Math.sqrt(sse / (n - p)),
    degreesOfFreedom: n - p,
  });
}

/** a·exp(−b·x) + c, parameters [a, b, c]. */
export const decay: Model = (x, [a, b, c]) => {
  const e = Math.exp(-b! * x);
  return { value: a! * e + c!, slopes: [e, -a! * x * e, 1] };
};
