import { formatFigure } from '../../../core/units/format.ts';
import { defineRule, type Found } from '../define.ts';
import { SAME_MM, stepsOf, usualStep } from './steps.ts';

const MOST = 3;

export const skippedHeight = defineRule({
  id: 'skipped-height',
  stage: 'body',
  title: 'No layer is missing',
  why: 'What is printed above a gap falls through it.',
  source: 'Differences of height between layers: a gap is twice the usual step',
  program: {
    reads: ['layerRows', 'spiral'],
    only: 'brought along',
    find: ({ report }) => {
      if (report.spiral) return { needs: 'layers of their own height; a spiral has none' };
      const usual = usualStep(report);
      if (usual === null) return { needs: 'a program of two layers or more' };
      const gaps = stepsOf(report).flatMap((h, i) => (i > 0 && h >= 2 * usual - SAME_MM ? [{ h, i }] : []));
      return gaps.slice(0, MOST).map(({ h, i }): Found => ({
        severity: 'blocker',
        title: 'A layer is missing',
        figure: `${formatFigure(h, 'length', 2)} mm between two layers`,
        limit: `${formatFigure(usual, 'length', 2)} mm`,
        origin: 'the program itself',
        fix: `have the file made again; from ${formatFigure(report.layerRows[i - 1]!.zMm, 'length', 2)} mm on nothing lies under it`,
        layer: i + 1,
        zMm: report.layerRows[i]!.zMm,
        line: report.layerRows[i]!.firstLine,
      }));
    },
  },
});
