import { wavesAt } from '../../../standins/instruments/figures.ts';
import { crossingOf, knownSdOfCrossing } from '../known.ts';
import { about, type KindCases } from '../kindCases.ts';

export const cases: KindCases = {
  kind: 'acceleration',
  table: {
    csv: `acceleration_mm_s2,waves_mm\n${[400, 800, 1200, 1600, 2000, 2400].map((a) => `${a},${(0.01 + 0.02 * (a / 1000)).toFixed(9)}`).join('\n')}`,
    gives: {
      crossing: about(2000, 3),
      highestFine: 2000,
      limit: about(1600, 6),
      isReached: true,
    },
  },
  recovers: [
    {
      of: 'acceleration at 0.05 mm of waves',
      unit: 'mm/s²',
      truth: (t) => t.truth.ringsAtMmPerS2,
      interval: (t) => crossingOf(t),
      knownSd: (t) =>
        knownSdOfCrossing(
          t,
          2,
          Math.hypot(0.005, 0.01 / Math.sqrt(12)),
          (a) => wavesAt(a / t.truth.ringsAtMmPerS2),
          t.truth.ringsAtMmPerS2,
        ),
    },
  ],
};
