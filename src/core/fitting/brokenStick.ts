import { fail, succeed, type Result } from '../result/result.ts';
import { fitLinear, type LinearFit } from './leastSquares.ts';
import { coverageFactor } from './statistics.ts';

export interface BrokenStick {
  readonly plateau: number;
  readonly slope: number;
  readonly break: number;
  readonly interval: readonly [number, number];
  readonly residualSd: number;
  readonly degreesOfFreedom: number;
  /** Plateau and slope at the best break, for bounds along the curve. */ readonly line: LinearFit;
}

const GRID = 150;
const ENOUGH = 1e-9;

/** Flat up to a break, then a straight fall: y = plateau + slope·max(0, x − break). The break is the minimum of the profile of
 *  squared errors; its 95 % interval is where the profile stays below its t-bound (profile likelihood, one parameter). A real knee
 *  is round: `roundness`, the share of y by which it may be, widens the interval by what that moves the break (rectangular, JCGM 100 4.3.7). */
export function fitBrokenStick(x: readonly number[], y: readonly number[], roundness = 0): Result<BrokenStick> {
  const xs = [...new Set(x)].sort((a, b) => a - b);
  const n = x.length;
  const degreesOfFreedom = n - 3;
  if (n < 5 || xs.length < 4)
    return fail({
      code: 'tooFew',
      what: `${xs.length} flows with ${n} readings; a plateau and a fall need at least 5 readings at 4 flows`,
      todo: 'measure more strands',
    });
  const low = xs[0]!;
  const high = xs[xs.length - 1]!;
  const at = (b: number): LinearFit | null => {
    const r = fitLinear(
      x.map((v) => [1, Math.max(0, v - b)]),
      y,
    );
    return r.ok ? r.value : null;
  };
  /** What the best plateau and slope leave at a break: two unknowns need no decomposition, only sums about the means. */
  const sse = (b: number): number => {
    let md = 0;
    let my = 0;
    for (let i = 0; i < n; i++) {
      md += Math.max(0, x[i]! - b);
      my += y[i]!;
    }
    md /= n;
    my /= n;
    let dd = 0;
    let dy = 0;
    for (let i = 0; i < n; i++) {
      const d = Math.max(0, x[i]! - b) - md;
      const e = y[i]! - my;
      dd += d * d;
      dy += d * e;
    }
    if (!(dd > 0)) return Infinity;
    const slope = dy / dd;
    let left = 0;
    for (let i = 0; i < n; i++) {
      const r = y[i]! - my - slope * (Math.max(0, x[i]! - b) - md);
      left += r * r;
    }
    return left;
  };
  let best = low;
  let bestSse = Infinity;
  for (let k = 0; k < GRID; k++) {
    const b = low + ((high - low) * k) / GRID;
    const s = sse(b);
    if (s < bestSse) {
      best = b;
      bestSse = s;
    }
  }
  let a = Math.max(low, best - (high - low) / GRID);
  let c = Math.min(high, best + (high - low) / GRID);
  while (c - a > ENOUGH * (high - low)) {
    const third = (c - a) / 3;
    if (sse(a + third) < sse(c - third)) c -= third;
    else a += third;
  }
  best = (a + c) / 2;
  bestSse = sse(best);
  const line = at(best);
  if (!line) return fail({ code: 'flat', what: 'No fall can be told from these readings', todo: 'go to higher flows' });
  const bound = bestSse * (1 + coverageFactor(degreesOfFreedom) ** 2 / degreesOfFreedom) + Number.MIN_VALUE;
  const edge = (from: number, to: number): number => {
    // from inside outward to the first place above the bound
    const step = (to - from) / GRID;
    let inside = from;
    for (let k = 1; k <= GRID; k++) {
      const b = from + step * k;
      if (sse(b) > bound) {
        let out = b;
        for (let i = 0; i < 50; i++) {
          const mid = (inside + out) / 2;
          if (sse(mid) > bound) out = mid;
          else inside = mid;
        }
        return inside;
      }
      inside = b;
    }
    return to;
  };
  const knee =
    line.coefficients[1]! === 0
      ? 0
      : (1.96 * Math.abs((roundness * line.coefficients[0]!) / line.coefficients[1]!)) / Math.sqrt(3);
  const [from, to] = [edge(best, low), edge(best, high - (high - low) / GRID)];
  return succeed({
    plateau: line.coefficients[0]!,
    slope: line.coefficients[1]!,
    break: best,
    interval: [Math.max(low, best - Math.hypot(best - from, knee)), Math.min(high, best + Math.hypot(to - best, knee))],
    residualSd: Math.sqrt(bestSse / degreesOfFreedom),
    degreesOfFreedom,
    line,
  });
}
