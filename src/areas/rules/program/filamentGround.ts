import { MOST_PASSES } from '../../../core/gcode/drivePasses.ts';
import { formatFigure } from '../../../core/units/format.ts';
import { defineRule, placeOfLine } from '../define.ts';

export const filamentGround = defineRule({
  id: 'filament-ground',
  stage: 'body',
  title: 'No piece of filament is retracted too often',
  why: 'A piece that passes the drive again and again is ground thin and slips.',
  source:
    'Pieces of filament that retractions take back, laid over each other; 20 times is common practice, from memory',
  isOfHead: true,
  program: {
    reads: ['layerRows', 'mostPasses', 'mostPassesLine', 'retractions'],
    find: ({ report: r }) => {
      if (r.retractions === 0) return { needs: 'a program that retracts' };
      if (r.mostPasses <= MOST_PASSES) return [];
      return [
        {
          severity: 'caution',
          title: 'The same filament is retracted again and again',
          figure: `${formatFigure(r.mostPasses, 'count', 0)} times up to line ${r.mostPassesLine}`,
          limit: `${MOST_PASSES} times`,
          origin: 'farm practice',
          fix: 'retract only for longer travels there, or less far',
          ...placeOfLine(r, r.mostPassesLine),
        },
      ];
    },
  },
});
