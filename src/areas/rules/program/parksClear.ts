import { formatFigure } from '../../../core/units/format.ts';
import { topOf } from './steps.ts';
import { defineRule } from '../define.ts';

export const parksClear = defineRule({
  id: 'parks-clear',
  stage: 'end',
  title: 'The nozzle leaves the part at the end',
  why: 'A hot nozzle that stays on the part melts a pit into it.',
  source: 'Geometry: where the program leaves the tool',
  program: {
    reads: ['boundsMm', 'endMm', 'layerRows', 'lines'],
    find: ({ report: r }) => {
      const box = r.boundsMm;
      const top = topOf(r);
      if (!box || top === null) return { needs: 'a program that extrudes' };
      const [x, y, z] = r.endMm;
      const isOver = x > box.min[0]! && x < box.max[0]! && y > box.min[1]! && y < box.max[1]!;
      if (!isOver || z > top + 0.5) return [];
      return [
        {
          severity: 'caution',
          title: 'The nozzle stays on the part at the end',
          figure: `left at ${formatFigure(x, 'length', 0)} / ${formatFigure(y, 'length', 0)}, ${formatFigure(Math.max(0, z - top), 'length', 2)} mm above it`,
          limit: 'beside the part, or well above it',
          origin: 'farm practice',
          fix: `let it end with a move up, such as G1 Z${formatFigure(top + 10, 'length', 1)}`,
          line: r.lines,
          zMm: top,
        },
      ];
    },
  },
});
