import { type Truth } from '../../../standins/controller/truth.ts';
import { stringsAt } from '../../../standins/instruments/bench.ts';
import { settings } from '../recover.ts';
import { proven, inverse3, hotC } from '../known.ts';
import { about, type KindCases } from '../kindCases.ts';

const crossing = (truth: Truth): number =>
  Math.log((truth.strings * Math.exp(hotC(truth, settings.nozzleC) / 30)) / (1 - 0.1)) / truth.stringRate;

/** Weighted least squares of the decay with known weights, and the spread of its root. */
function knownSdOfRoot(
  x: readonly number[],
  count: (d: number) => number,
  sd: (n: number) => number,
  a: number,
  b: number,
  c: number,
  level: number,
): number {
  const info = [
    [0, 0, 0],
    [0, 0, 0],
    [0, 0, 0],
  ];
  for (const d of x) {
    const e = Math.exp(-b * d);
    const g = [e, -a * d * e, 1];
    const w = 1 / sd(count(d)) ** 2;
    for (let i = 0; i < 3; i++) for (let j = 0; j < 3; j++) info[i]![j]! += w * g[i]! * g[j]!;
  }
  const root = Math.log(a / (level - c)) / b;
  const s = [1 / (a * b), -root / b, 1 / (b * (level - c))];
  const inv = inverse3(info);
  return Math.sqrt(s.reduce((v, si, i) => v + s.reduce((u, sj, j) => u + si * sj * inv[i]![j]!, 0), 0));
}

export const cases: KindCases = {
  kind: 'retraction',
  table: {
    csv: `distance_mm,strings\n${[0, 0.25, 0.5, 0.75, 1, 1.25, 1.5, 1.75, 2].map((d) => `${d},${(20 * Math.exp(-2.5 * d)).toFixed(9)}`).join('\n')}`,
    gives: { value: about(Math.log(20) / 2.5, 5), range: [about(Math.log(20) / 2.5, 5), 2] },
  },
  recovers: [
    {
      of: 'distance at one string',
      unit: 'mm',
      truth: (t) => crossing(t.truth),
      interval: (t) => proven(t, 'retractionMm'),
      knownSd: (t) => {
        // Delta method with the true curve and the true spread of every count (one who knows shape and noise, not the parameters).
        return knownSdOfRoot(
          t.bands.map((b) => b.value),
          (d) => stringsAt(t.truth, d, hotC(t.truth, settings.nozzleC)),
          (n) => Math.hypot(0.35 + 0.2 * Math.sqrt(n), 1 / Math.sqrt(12)),
          t.truth.strings * Math.exp(hotC(t.truth, settings.nozzleC) / 30),
          t.truth.stringRate,
          0.1,
          1,
        );
      },
    },
  ],
};
