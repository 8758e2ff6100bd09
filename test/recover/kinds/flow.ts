import { proven } from '../known.ts';
import { about, type KindCases } from '../kindCases.ts';

const table = ([a, b]: readonly [number, number]): string =>
  `side,thickness_mm\n${['front', 'right', 'back', 'left'].flatMap((s) => [`${s},${a}`, `${s},${b}`]).join('\n')}`;

export const cases: KindCases = {
  kind: 'flow',
  table: {
    csv: `side,thickness_mm\n${['front', 'right', 'back', 'left'].flatMap((s) => [`${s},0.44`, `${s},0.44`]).join('\n')}`,
    options: { 'target-mm': 0.44, 'layer-height-mm': 0.2, flow: 0.97 },
    gives: { flow: about(0.97, 12), measurableChange: false },
  },
  also: {
    'a wanted line no wider than the layer': {
      csv: table([0.44, 0.44]),
      options: { 'target-mm': 0.2 },
    },
    'a wanted line narrower than the layer': { csv: table([0.44, 0.44]), options: { 'target-mm': 0.19 } },
    'two lines side by side': { csv: table([0.86, 0.87]), options: { walls: 2, 'line-distance-mm': 0.4 } },
    'two lines, nobody said how far apart': { csv: table([0.86, 0.87]), options: { walls: 2 } },
    'ten lines': { csv: table([4.4, 4.41]), options: { walls: 10, 'line-distance-mm': 0.4 } },
    'more lines than are believed': { csv: table([4.4, 4.41]), options: { walls: 11, 'line-distance-mm': 0.4 } },
    'lines hardly wider than the layer': { csv: table([0.21, 0.22]) },
    'lines as wide as the layer': { csv: table([0.2, 0.2]) },
    'sides that differ': {
      csv: 'side,thickness_mm\nfront,0.40\nfront,0.41\nright,0.46\nright,0.45\nback,0.44\nback,0.44\nleft,0.47\nleft,0.48',
    },
    'one side thin': {
      csv: 'side,thickness_mm\nfront,0.30\nfront,0.31\nright,0.46\nright,0.45\nback,0.44\nback,0.44\nleft,0.47\nleft,0.46',
    },
    'one reading that stands out': {
      csv: 'side,thickness_mm\nfront,0.44\nfront,0.60\nright,0.44\nright,0.45\nback,0.44\nback,0.44\nleft,0.44\nleft,0.44',
    },
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
