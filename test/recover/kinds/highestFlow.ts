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
