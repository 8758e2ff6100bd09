import { formatFigure } from '../../../core/units/format.ts';
import { defineRule } from '../define.ts';
import { isFirst, SAME_MM, stepsOf, usualStep } from './steps.ts';

const THICKEST = 0.8;

export const layerHeight = defineRule({
  id: 'layer-height',
  stage: 'body',
  title: 'No layer is thicker than the nozzle can press down',
  why: 'A layer nearly as high as the nozzle diameter is laid without pressing and does not bond.',
  source: 'At most 0.8 of the nozzle diameter: common practice, no source',
  program: {
    reads: ['layerRows', 'spiral'],
    only: 'brought along',
    find: ({ report, context }) => {
      if (report.spiral) return { needs: 'layers of their own height; a spiral has none' };
      const nozzleMm = context.recipe.tool.nozzleMm;
      if (!(nozzleMm > 0)) return { needs: 'the tool’s nozzle diameter' };
      const steps = stepsOf(report);
      if (steps.length === 0) return { needs: 'a program with a layer' };
      // twice the usual step is a gap, and another rule's business
      const gap = 2 * (usualStep(report) ?? Infinity) - SAME_MM;
      const thick = steps.flatMap((h, i) =>
        h > THICKEST * nozzleMm + 1e-6 && (isFirst(report, i) ? h <= nozzleMm : h < gap) ? [{ h, i }] : [],
      );
      if (thick.length === 0) return [];
      const worst = thick.reduce((a, b) => (b.h > a.h ? b : a));
      const row = report.layerRows[worst.i]!;
      return [
        {
          severity: 'caution',
          title: `${thick.length} of ${steps.length} layers are too thick for this nozzle`,
          figure: `${formatFigure(worst.h, 'length', 2)} mm`,
          limit: `${formatFigure(THICKEST * nozzleMm, 'length', 2)} mm`,
          origin: `hardware, ${context.recipe.tool.name}`,
          fix: `have it made with layers of ${formatFigure(THICKEST * nozzleMm, 'length', 2)} mm at most, or mount ${formatFigure(Math.ceil((worst.h / THICKEST) * 10) / 10, 'length', 1)} mm`,
          layer: worst.i + 1,
          zMm: row.zMm,
          line: row.firstLine,
        },
      ];
    },
  },
});
