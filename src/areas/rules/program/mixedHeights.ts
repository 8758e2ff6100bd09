import { formatFigure } from '../../../core/units/format.ts';
import { defineRule } from '../define.ts';
import { isFirst, isSame, SAME_MM, stepsOf, usualStep } from './steps.ts';

export const mixedHeights = defineRule({
  id: 'mixed-heights',
  stage: 'body',
  title: 'Layers of several heights are read as such',
  why: 'Flow, width and time differ from layer to layer: each is judged at its own height, not at the usual one.',
  source: 'Differences of height between layers',
  program: {
    reads: ['layerRows', 'spiral'],
    only: 'brought along',
    find: (input) => {
      const { report } = input;
      if (report.spiral) return { needs: 'layers of their own height; a spiral has none' };
      const usual = usualStep(report);
      if (usual === null) return { needs: 'a program of two layers or more' };
      const other = stepsOf(report).flatMap((h, i) =>
        !isFirst(report, i) && !isSame(h, usual) && h < 2 * usual - SAME_MM ? [{ h, i }] : [],
      );
      if (other.length === 0) return [];
      const [low, high] = [Math.min(...other.map((o) => o.h)), Math.max(...other.map((o) => o.h))];
      return [
        {
          severity: 'note',
          title: 'The layers are of several heights',
          figure: `${other.length} of ${report.layerRows.length}, ${formatFigure(low, 'length', 2)} to ${formatFigure(high, 'length', 2)} mm`,
          limit: `${formatFigure(usual, 'length', 2)} mm for the most`,
          origin: 'the program itself',
          fix: 'nothing, if it was made so; width and flow are judged layer by layer',
          layer: other[0]!.i + 1,
          zMm: report.layerRows[other[0]!.i]!.zMm,
        },
      ];
    },
  },
});
