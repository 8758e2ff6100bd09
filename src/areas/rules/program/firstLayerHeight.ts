import { formatFigure } from '../../../core/units/format.ts';
import { defineRule } from '../define.ts';

const THINNEST_MM = 0.08;

export const firstLayerHeight = defineRule({
  id: 'first-layer-height',
  stage: 'first layer',
  title: 'First layer height within what holds',
  why: 'Too low the nozzle scrapes the build plate; too high nothing sticks.',
  source: 'From 0.08 mm to the nozzle diameter: common practice, no source',
  program: {
    reads: ['layerRows', 'spiral'],
    only: 'brought along',
    find: ({ report, context }) => {
      const row = report.layerRows[0];
      if (!row || report.spiral) return { needs: 'a program with a first layer' };
      const nozzleMm = context.recipe.tool.nozzleMm;
      if (!(nozzleMm > 0)) return { needs: 'the tool’s nozzle diameter' };
      if (row.zMm >= THINNEST_MM - 1e-6 && row.zMm <= nozzleMm) return [];
      return [
        {
          severity: row.zMm <= 0 || row.zMm > 2 * nozzleMm ? 'blocker' : 'caution',
          title:
            row.zMm > nozzleMm
              ? 'First layer above what the nozzle can press down'
              : 'First layer too low: the nozzle scrapes the build plate',
          figure: `${formatFigure(row.zMm, 'length', 2)} mm`,
          limit: `${formatFigure(THINNEST_MM, 'length', 2)} to ${formatFigure(nozzleMm, 'length', 2)} mm`,
          origin: `hardware, ${context.recipe.tool.name}`,
          fix: `have it made with a first layer of ${formatFigure(nozzleMm / 2, 'length', 2)} mm, or remove a height offset`,
          layer: 1,
          zMm: row.zMm,
          line: row.firstLine,
        },
      ];
    },
  },
});
