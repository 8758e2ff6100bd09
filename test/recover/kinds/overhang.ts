import { droopAt } from '../../../standins/instruments/figures.ts';
import { crossingOf, knownSdOfCrossing } from '../known.ts';
import { about, type KindCases } from '../kindCases.ts';

export const cases: KindCases = {
  kind: 'overhang',
  table: {
    csv: `lean_deg,droop_mm\n${[20, 30, 40, 50, 60, 70].map((v) => `${v},${(0.3 * (v / 55) ** 2).toFixed(9)}`).join('\n')}`,
    gives: { crossing: about(55, 4), limit: about(55, 3) },
  },
  recovers: [
    {
      of: 'lean at 0.3 mm of droop',
      unit: '°',
      truth: (t) => t.truth.droopsAtDeg,
      interval: (t) => crossingOf(t),
      knownSd: (t) =>
        knownSdOfCrossing(
          t,
          2,
          Math.hypot(0.03, 0.01 / Math.sqrt(12)),
          (a) => droopAt(t.truth, a),
          t.truth.droopsAtDeg,
        ),
    },
  ],
};
