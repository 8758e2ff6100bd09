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
  also: {
    'few strings from the start': { csv: 'distance_mm,strings\n0,1\n0.5,0.8\n1,0.4\n1.5,0.2\n2,0.1' },
    'just too many at the start': { csv: 'distance_mm,strings\n0,1.01\n0.5,0.8\n1,0.4\n1.5,0.2\n2,0.1' },
    'a gap early': {
      csv: 'distance_mm,strings,gaps\n0,20,0\n0.25,12,0\n0.5,7,0\n0.75,3,0\n1,1,0\n1.25,0.5,0\n1.5,0.2,2\n1.75,0.1,3\n2,0,4',
    },
    'a gap before it is clean': {
      csv: 'distance_mm,strings,gaps\n0,20,0\n0.25,12,0\n0.5,7,1\n0.75,3,1\n1,1,1\n1.25,0.5,2\n1.5,0.2,2\n1.75,0.1,3\n2,0,4',
    },
    'a gap at the first band': { csv: 'distance_mm,strings,gaps\n0,20,1\n0.5,7,1\n1,1,1\n1.5,0.2,2\n2,0,4' },
    'a gap at the first band, and clean soon after it': {
      csv: 'distance_mm,strings,gaps\n0,20,1\n0.5,0.2,1\n1,0.1,1\n1.5,0,2\n2,0,4',
    },
    'few strings and a gap at the second band': {
      csv: 'distance_mm,strings,gaps\n1,1.01,0\n1.5,0.2,1\n2,0.1,1\n2.5,0.1,2\n3,0,4',
    },
    'two counts a band that never end': {
      csv: 'distance_mm,strings\n0,20\n0,18\n0.5,7\n0.5,8\n1,2\n1,2\n1.5,1\n1.5,0\n2,1\n2,0',
    },
    'none accepted': {
      csv: 'distance_mm,strings\n0,20\n0.25,12\n0.5,7\n0.75,3\n1,1\n1.25,0\n1.5,0\n1.75,0\n2,0',
      options: { accepted: 0 },
    },
    'a floor that stays': {
      csv: 'distance_mm,strings\n0,20\n0.25,14\n0.5,10\n0.75,7\n1,5\n1.25,4\n1.5,3\n1.75,3\n2,3',
    },
    rising: { csv: 'distance_mm,strings\n0,1\n0.5,3\n1,5\n1.5,9\n2,12' },
    'two counts a band': { csv: 'distance_mm,strings\n0,20\n0,18\n0.5,7\n0.5,8\n1,1\n1,2\n1.5,0\n1.5,1\n2,0\n2,0' },
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
