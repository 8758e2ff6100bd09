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
  also: {
    'a slump above the last layer that is timed': {
      csv: 'side,slump_mm\nfront,39.95\nright,39.95\nback,39.95\nleft,39.95',
      options: { 'resolution-mm': 0.1 },
    },
    'a slump just under the top': {
      csv: 'side,slump_mm\nfront,39.85\nright,39.85\nback,39.85\nleft,39.85',
      options: { 'resolution-mm': 0.1 },
    },
    'a slump at the very foot': { csv: 'side,slump_mm\nfront,0.01\nright,0.01\nback,0.02\nleft,0.02' },
    'a height a little above the tower': { csv: 'side,slump_mm\nfront,41.0\nright,20\nback,20\nleft,20' },
    'a height far above the tower': { csv: 'side,slump_mm\nfront,41.5\nright,20\nback,20\nleft,20' },
    'a tower as quick at its foot as at its top': {
      csv: 'side,slump_mm\nfront,20\nright,20\nback,20\nleft,20',
      options: { 'foot-s': 4 },
    },
    'a tower quicker at its foot': {
      csv: 'side,slump_mm\nfront,20\nright,20\nback,20\nleft,20',
      options: { 'foot-s': 3 },
    },
    'a tower of hardly a layer': {
      csv: 'side,slump_mm\nfront,0.1\nright,0.1\nback,0.1\nleft,0.1',
      options: { 'height-mm': 0.3 },
    },
    'sides that differ': {
      csv: 'side,slump_mm\nfront,18\nfront,18.2\nright,20\nback,22\nleft,21.5',
      options: { 'resolution-mm': 0.1 },
    },
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
