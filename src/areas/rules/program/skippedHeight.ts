import { formatFigure } from '../../../core/units/format.ts';
import { defineRule, type Found } from '../define.ts';
import { meanWidths } from './lineWidth.ts';
import { isFirst, SAME_MM, stepsOf, usualStep } from './steps.ts';

const MOST = 3;
/** What is laid over a gap is as thin as its neighbours and so only half as wide for its height. */
const AS_WIDE = 0.8;
const SHORTEST_MM = 1;
const median = (all: readonly number[]): number => [...all].sort((a, b) => a - b)[all.length >> 1] ?? 0;

export const skippedHeight = defineRule({
  id: 'skipped-height',
  stage: 'body',
  title: 'No layer is missing',
  why: 'What is printed above a gap falls through it.',
  source:
    'Differences of height between layers, and the width of lines that what is fed makes: a gap is twice the usual step, and not fed for',
  program: {
    reads: ['extrudedVolumeMm3', 'filamentMm', 'layerRows', 'spiral'],
    only: 'brought along',
    find: ({ report }) => {
      if (report.spiral) return { needs: 'layers of their own height; a spiral has none' };
      const usual = usualStep(report);
      if (usual === null) return { needs: 'a program of two layers or more' };
      const widths = new Map(meanWidths(report, SHORTEST_MM).map((w) => [w.layer, w.widthMm]));
      const usualWidth = median([...widths.values()]);
      // a layer that is meant to be so high is fed for it: its lines are as wide as those of others
      const isFed = (i: number): boolean => (widths.get(i) ?? 0) >= AS_WIDE * usualWidth;
      const gaps = stepsOf(report).flatMap((h, i) =>
        !isFirst(report, i) && h >= 2 * usual - SAME_MM && !isFed(i) ? [{ h, i }] : [],
      );
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
