import { type Trialled } from '../recover.ts';
import { proven } from '../known.ts';
import { about, type KindCases } from '../kindCases.ts';

const layersOf = (t: Trialled): { zMm: number; timeS: number }[] =>
  Array.from({ length: 25 }, (_, i) => ({ zMm: t.params[`z ${i}`]!, timeS: t.params[`time ${i}`]! }));

export const cases: KindCases = {
  kind: 'layer-time',
  table: {
    csv: `side,slump_mm\n${['front', 'right', 'back', 'left'].map((s) => `${s},20`).join('\n')}`,
    options: { 'height-mm': 40, 'foot-s': 20, 'top-s': 4, 'resolution-mm': 0 },
    gives: { value: about(12, 9), heightMm: 20 },
  },
  recovers: [
    {
      of: 'layer time that stands',
      unit: 's',
      truth: (t) => t.truth.slumpS,
      interval: (t) => proven(t, 'lowestLayerTimeS'),
      knownSd: (t) => {
        const l = layersOf(t);
        const at = l.findIndex((x) => x.timeS < t.truth.slumpS);
        const slope = (l[at]!.timeS - l[at - 1]!.timeS) / (l[at]!.zMm - l[at - 1]!.zMm);
        return Math.abs(slope) * Math.hypot(0.3 / Math.sqrt(8), (0.004 * 8) / Math.sqrt(4), 0.1 / Math.sqrt(12 * 8));
      },
    },
  ],
};
