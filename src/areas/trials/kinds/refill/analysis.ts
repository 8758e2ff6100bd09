import { fiellerInterval, fitLine } from '../../../../core/fitting/leastSquares.ts';
import { fail, succeed, type Result } from '../../../../core/result/result.ts';

export const REFILL_METHOD = { name: 'where the line of bumps over refill crosses level', version: 1 } as const;
export const FEWEST_REFILLS = 5;
export interface Bump {
  readonly refillMm: number;
  /** Thickness where a line begins less that along it: below zero a gap, above a blob. */
  readonly bumpMm: number;
}
export interface RefillFit {
  readonly value: number;
  readonly interval: readonly [number, number];
  /** Bump for every millimetre of refill. */
  readonly slope: number;
  readonly intercept: number;
  readonly bestAtEnd: 'first' | 'last' | null;
}

/** Refill at which a line begins level: the root of a least-squares line with its 95 % interval after Fieller 1954. Refuses fewer than
 *  five refills, equal bumps, and bumps that do not surely grow with the refill. */
export function analyseRefill(bumps: readonly Bump[]): Result<RefillFit> {
  const x = bumps.map((b) => b.refillMm);
  const y = bumps.map((b) => b.bumpMm);
  const refills = [...new Set(x)].sort((a, b) => a - b);
  if (refills.length < FEWEST_REFILLS)
    return fail({
      code: 'tooFew',
      what: `${refills.length} refills of at least ${FEWEST_REFILLS}`,
      todo: 'measure more bands',
    });
  if ([...x, ...y].some((v) => !Number.isFinite(v)))
    return fail({ code: 'notFinite', what: 'A reading is missing', todo: 'look through the readings' });
  if (y.every((v) => v === y[0]))
    return fail({ code: 'constant', what: 'Every band reads the same', todo: 'measure where each line begins' });
  const fit = fitLine(x, y);
  if (!fit.ok) return fit;
  const {
    coefficients: [intercept, slope],
    covariance,
    degreesOfFreedom,
  } = fit.value;
  const interval = fiellerInterval(
    -intercept!,
    slope!,
    covariance[0]![0]!,
    covariance[1]![1]!,
    -covariance[0]![1]!,
    degreesOfFreedom,
  );
  if (!interval || slope! <= 0)
    return fail({
      code: 'noSlope',
      what: 'Bumps do not grow with the refill: nothing can be told from them',
      todo: 'see that readings and bands belong together, or try a wider range',
    });
  const value = -intercept! / slope!;
  const bestAtEnd = value <= refills[0]! ? 'first' : value >= refills[refills.length - 1]! ? 'last' : null;
  return succeed({ value, interval, slope: slope!, intercept: intercept!, bestAtEnd });
}
