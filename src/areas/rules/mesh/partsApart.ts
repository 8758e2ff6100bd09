import { formatFigure } from '../../../core/units/format.ts';
import { defineRule } from '../define.ts';

const LEAST_MM = 2;

export const partsApart = defineRule({
  id: 'parts-apart',
  stage: 'body',
  title: 'Parts stand apart from each other',
  why: 'Parts that touch grow together; closer than two lines the nozzle drags one over the other.',
  source: 'Hulls of the parts from above; 2 mm is common practice, no source',
  mesh: {
    reads: ['nearest', 'parts'],
    find: ({ nearest, parts }) =>
      nearest === null
        ? []
        : [
            {
              severity: 'caution',
              title: nearest.gapMm === 0 ? 'Parts touch or lie within each other' : 'Parts stand close together',
              figure: `${nearest.gapMm === 0 ? 'no room' : `${formatFigure(nearest.gapMm, 'length', 2)} mm`} between two of ${parts}, seen from above`,
              limit: `${LEAST_MM} mm`,
              origin: 'common practice',
              fix: 'arrange them apart, or leave them if the file means one thing made of several',
              zMm: 0,
              place: { xMm: nearest.xMm, yMm: nearest.yMm },
            },
          ],
  },
});
