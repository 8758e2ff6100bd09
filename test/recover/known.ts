import { plasticOf, type Truth } from '../../standins/controller/truth.ts';
import { settings, type Trialled } from './recover.ts';

export const proven = (t: Trialled, key: string): readonly [number, number] => {
  if (!t.result.ok) throw new Error('refused');
  return t.result.value.proven.find((p) => p.setting === key)!.interval;
};

export function inverse3(m: readonly (readonly number[])[]): number[][] {
  const c = (i: number, j: number): number => {
    const r = [0, 1, 2].filter((k) => k !== i);
    const s = [0, 1, 2].filter((k) => k !== j);
    return (-1) ** (i + j) * (m[r[0]!]![s[0]!]! * m[r[1]!]![s[1]!]! - m[r[0]!]![s[1]!]! * m[r[1]!]![s[0]!]!);
  };
  const det = [0, 1, 2].reduce((s, j) => s + m[0]![j]! * c(0, j), 0);
  return [0, 1, 2].map((i) => [0, 1, 2].map((j) => c(j, i) / det));
}

export const informationOf = (x: readonly number[], w: readonly number[]): number[][] =>
  [0, 1, 2].map((i) => [0, 1, 2].map((j) => x.reduce((s, v, k) => s + w[k]! * v ** (i + j), 0)));

export const hotC = (truth: Truth, c: number): number => c + truth.nozzleErrorC - plasticOf(settings.bedC, c).idealC;

/** Interval of the crossing, undone of the share that is stored. */
export function crossingOf(t: Trialled): readonly [number, number] {
  if (!t.result.ok) throw new Error('refused');
  const [from, to] = t.result.value.chart!.interval ?? [t.bands[t.bands.length - 1]!.value, Infinity];
  return [from, to];
}

/** Spread of where a quadratic through the bands passes a level, for one who knows the noise and the slope there. */
export function knownSdOfCrossing(
  t: Trialled,
  repeats: number,
  sd: number,
  curve: (x: number) => number,
  at: number,
): number {
  const x = t.bands.map((b) => b.value);
  const low = Math.min(...x);
  const span = Math.max(...x) - low;
  const u = (v: number): number => (v - low) / span;
  const inv = inverse3(
    informationOf(
      x.map(u),
      x.map(() => repeats / (sd * sd)),
    ),
  );
  const g = [1, u(at), u(at) ** 2];
  const slope = (curve(at * 1.001) - curve(at * 0.999)) / (0.002 * at);
  return (
    Math.sqrt(g.reduce((s, gi, i) => s + g.reduce((r, gj, j) => r + gi * gj * inv[i]![j]!, 0), 0)) / Math.abs(slope)
  );
}

export const spreadOf = (x: readonly number[]): readonly [mean: number, sum: number] => {
  const mean = x.reduce((s, v) => s + v, 0) / x.length;
  return [mean, x.reduce((s, v) => s + (v - mean) ** 2, 0)];
};

/** Spread of the root of a line with known noise, `repeats` readings at each x. */
export function rootSd(x: readonly number[], root: number, slope: number, noise: number, repeats: number): number {
  const [mean, sum] = spreadOf(x);
  return (noise / slope) * Math.sqrt(1 / (repeats * x.length) + (root - mean) ** 2 / (repeats * sum));
}

export const NOISE_MM = Math.hypot(0.004, 0.005 / Math.sqrt(12));
