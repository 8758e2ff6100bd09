import { formatFigure } from '../../../core/units/format.ts';
import { defineRule, placeOfLine } from '../define.ts';

export const clearOfLaid = defineRule({
  id: 'clear-of-laid',
  stage: 'body',
  title: 'The nozzle is not sent through what it has laid',
  why: 'It knocks the part off the plate, or the head loses its place.',
  source: 'Heights laid so far in cells of 1 mm; 1 mm deep and more, for a sloping top lies unevenly in its cell',
  program: {
    reads: ['layerRows', 'struck'],
    only: 'brought along',
    find: ({ report: r }) => {
      if (r.struck === undefined) return { needs: 'a program read by this version; check again' };
      if (r.struck === null) return [];
      const { deepMm, zMm, line, x, y } = r.struck;
      return [
        {
          severity: 'blocker',
          title: 'The nozzle is sent through what stands',
          figure: `${formatFigure(deepMm, 'length', 1)} mm deep, to ${formatFigure(zMm, 'length', 2)} mm`,
          limit: 'above what was laid there',
          origin: 'the program itself',
          fix: 'have the file made again; lift before such a move',
          ...placeOfLine(r, line),
          zMm,
          place: { xMm: x, yMm: y },
        },
      ];
    },
  },
});
