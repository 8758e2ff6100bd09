import { sagAt } from '../../../standins/instruments/figures.ts';
import { crossingOf, knownSdOfCrossing } from '../known.ts';
import { about, type KindCases } from '../kindCases.ts';

export const cases: KindCases = {
  kind: 'bridge',
  table: {
    csv: `span_mm,sag_mm\n${[10, 20, 30, 40, 50].map((v) => `${v},${(0.5 * (v / 34) ** 2).toFixed(9)}`).join('\n')}`,
    gives: { crossing: about(34, 4) },
  },
  recovers: [
    {
      of: 'span at 0.5 mm of sag',
      unit: 'mm',
      truth: (t) => t.truth.sagsAtMm,
      interval: (t) => crossingOf(t),
      knownSd: (t) =>
        knownSdOfCrossing(t, 2, Math.hypot(0.04, 0.01 / Math.sqrt(12)), (v) => sagAt(t.truth, v), t.truth.sagsAtMm),
    },
  ],
};
