import { analyseHighestFlow } from '../../../src/areas/trials/kinds/highestFlow/analysis.ts';
import { filamentAreaMm2 } from '../../../src/core/toolpath/bead.ts';
import { meltLimit } from '../../../standins/instruments/bench.ts';
import { settings, type Trialled } from '../recover.ts';
import { inverse3, hotC } from '../known.ts';
import { about, anyFigure, type KindCases } from '../kindCases.ts';

function strandsOf(t: Trialled) {
  const r = analyseHighestFlow(
    t.readings.map((x) => ({
      flowMm3PerS: t.bands[x.band - 1]!.value,
      expectedG: (1.27 * 400 * filamentAreaMm2(1.75)) / 1000,
      measuredG: x.value,
    })),
  );
  if (!r.ok) throw new Error(r.failure.what);
  return r.value;
}

function knownSdOfBreak(x: readonly number[], at: number, loss: number, sd: number): number {
  const info = [
    [0, 0, 0],
    [0, 0, 0],
    [0, 0, 0],
  ];
  for (const q of x) {
    const over = Math.max(0, q - at);
    const g = [1, -over, over > 0 ? loss : 0];
    for (let i = 0; i < 3; i++) for (let j = 0; j < 3; j++) info[i]![j]! += (g[i]! * g[j]!) / (sd * sd);
  }
  return Math.sqrt(inverse3(info)[2]![2]!);
}

const strands = (shares: readonly number[], each = 1): string =>
  `flow_mm3_s,expected_g,measured_g\n${shares.flatMap((share, i) => Array.from({ length: each }, (_, k) => `${3 + i},1,${share - 0.004 * k}`)).join('\n')}`;

export const cases: KindCases = {
  kind: 'highest-flow',
  table: {
    csv: `flow_mm3_s,expected_g,measured_g\n${[3, 4, 5, 6, 7, 8, 9, 10, 11, 12].map((q) => `${q},1,${(0.97 * (1 - 0.05 * Math.max(0, q - 8))).toFixed(9)}`).join('\n')}`,
    gives: {
      break: about(8, 3),
      limit: anyFigure,
      rawLimit: anyFigure,
      interval: [anyFigure, anyFigure],
    },
  },
  also: {
    'hardly anything arrives': { csv: strands([0.35, 0.34, 0.33, 0.33, 0.32, 0.3]) },
    'a third arrives': { csv: strands([0.31, 0.3, 0.3, 0.29, 0.28, 0.27]) },
    'less than a third arrives': { csv: strands([0.29, 0.28, 0.28, 0.27, 0.26, 0.2]) },
    'three times as much arrives': { csv: strands([3, 1, 1, 1, 0.9, 0.8]) },
    'more than three times as much arrives': { csv: strands([3.1, 1, 1, 1, 0.9, 0.8]) },
    'four times as much arrives': { csv: strands([4.1, 1, 1, 1, 0.9, 0.8]) },
    'it never breaks': { csv: strands([0.97, 0.97, 0.97, 0.97, 0.97, 0.97, 0.97]) },
    'it breaks at once': { csv: strands([0.97, 0.6, 0.5, 0.45, 0.4, 0.35, 0.3]) },
    'it breaks at the end': { csv: strands([0.97, 0.972, 0.969, 0.971, 0.97, 0.968, 0.9]) },
    'a strand that weighs nothing': { csv: strands([0.97, 0.97, 0.97, 0.9, 0.5, 0]) },
    'each flow twice': { csv: strands([0.97, 0.96, 0.97, 0.95, 0.9, 0.8], 2) },
  },
  recovers: [
    {
      of: 'break',
      unit: 'mm³/s',
      truth: (t) => meltLimit(t.truth, hotC(t.truth, settings.nozzleC)),
      interval: (t) => strandsOf(t).interval,
      knownSd: (t) =>
        knownSdOfBreak(
          t.bands.map((b) => b.value),
          meltLimit(t.truth, hotC(t.truth, settings.nozzleC)),
          t.truth.meltLoss,
          Math.hypot(0.004, 0.01 / Math.sqrt(12)) / ((1.27 * 400 * filamentAreaMm2(1.75)) / 1000),
        ),
    },
  ],
};
