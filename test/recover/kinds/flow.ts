import { proven } from '../known.ts';
import { about, type KindCases } from '../kindCases.ts';

export const cases: KindCases = {
  kind: 'flow',
  table: {
    csv: `side,thickness_mm\n${['front', 'right', 'back', 'left'].flatMap((s) => [`${s},0.44`, `${s},0.44`]).join('\n')}`,
    options: { 'target-mm': 0.44, 'layer-height-mm': 0.2, flow: 0.97 },
    gives: { flow: about(0.97, 12), measurableChange: false },
  },
  recovers: [
    {
      of: 'flow',
      unit: '',
      truth: (t) => 1 / t.truth.flowFactor,
      interval: (t) => proven(t, 'flow'),
      knownSd: (t) =>
        (Math.sqrt((t.truth.rippleMm ** 2 + 0.006 ** 2) / 12 + 0.004 ** 2 / 4 + 0.01 ** 2 / 12 + 0.005 ** 2) *
          0.2 *
          0.98) /
        (0.2 * 0.24 + Math.PI * 0.01),
    },
  ],
};
