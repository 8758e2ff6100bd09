import { wavesAt } from '../../../standins/instruments/figures.ts';
import { crossingOf, knownSdOfCrossing } from '../known.ts';
import { about, type KindCases } from '../kindCases.ts';

export const cases: KindCases = {
  kind: 'wall-speed',
  table: {
    csv: `speed_mm_s,waves_mm\n${[20, 30, 40, 50, 60, 70].map((v) => `${v},${(0.001 * v).toFixed(9)}`).join('\n')}`,
    gives: { crossing: about(50, 4), limit: about(40, 4) },
  },
  recovers: [
    {
      of: 'wall speed at 0.05 mm of waves',
      unit: 'mm/s',
      truth: (t) => t.truth.ringsAtMmPerS,
      interval: (t) => crossingOf(t),
      knownSd: (t) =>
        knownSdOfCrossing(
          t,
          2,
          Math.hypot(0.005, 0.01 / Math.sqrt(12)),
          (v) => wavesAt(v / t.truth.ringsAtMmPerS),
          t.truth.ringsAtMmPerS,
        ),
    },
  ],
};
