import { formatFigure } from '../../../core/units/format.ts';
import type { GcodeReport } from '../../../core/gcode/report.ts';
import { defineRule } from '../define.ts';
import { stepsOf } from './steps.ts';

const [NARROWEST, WIDEST] = [0.85, 1.5]; // of the nozzle's nozzleMm
const ENOUGH_MM = 200;

/** Mean width of the lines of each layer: what the plastic laid over its path fills at the layer's height. */
export function meanWidths(
  report: GcodeReport,
  leastMm = ENOUGH_MM,
): readonly { readonly layer: number; readonly widthMm: number }[] {
  const perMm = report.extrudedVolumeMm3 / (report.filamentMm || 1);
  const steps = stepsOf(report);
  return report.layerRows.flatMap((row, i) => {
    const h = steps[i]!;
    if (row.pathMm < leastMm || h <= 0) return [];
    const area = (row.filamentMm * perMm) / row.pathMm;
    return [{ layer: i, widthMm: (area - (Math.PI * h * h) / 4) / h + h }];
  });
}

export const lineWidth = defineRule({
  id: 'line-width',
  stage: 'body',
  title: 'Line widths suit this nozzle',
  why: 'A program made for another nozzle lays lines that do not touch, or squeezes out more than has room.',
  source:
    'Rounded bead from filament, path and height; 0.85 to 1.5 of the nozzle diameter is common practice, from memory',
  program: {
    reads: ['extrudedVolumeMm3', 'filamentMm', 'layerRows', 'spiral'],
    only: 'brought along',
    find: ({ report, context }) => {
      const nozzleMm = context.recipe.tool.nozzleMm;
      if (!(nozzleMm > 0)) return { needs: 'the tool’s nozzle diameter' };
      if (report.spiral) return { needs: 'layers of their own height; a spiral has none' };
      const widths = meanWidths(report);
      if (widths.length === 0) return { needs: 'a layer long enough to measure' };
      const wrong = widths.filter((w) => w.widthMm < NARROWEST * nozzleMm || w.widthMm > WIDEST * nozzleMm);
      if (wrong.length <= widths.length / 2) return [];
      const middle = [...wrong].sort((a, b) => a.widthMm - b.widthMm)[wrong.length >> 1]!;
      const row = report.layerRows[middle.layer]!;
      return [
        {
          severity: 'caution',
          title: `Line width too ${middle.widthMm < nozzleMm ? 'small' : 'large'} for this nozzle: made for another?`,
          figure: `${formatFigure(middle.widthMm, 'length', 2)} mm on average, ${wrong.length} of ${widths.length} layers`,
          limit: `${formatFigure(NARROWEST * nozzleMm, 'length', 2)} to ${formatFigure(WIDEST * nozzleMm, 'length', 2)} mm`,
          origin: `hardware, ${context.recipe.tool.name}`,
          fix: `mount a nozzle of about ${formatFigure(Math.max(0.1, Math.round(middle.widthMm * 9) / 10), 'length', 1)} mm, or have the program made for ${nozzleMm} mm`,
          layer: middle.layer + 1,
          zMm: row.zMm,
          line: row.firstLine,
        },
      ];
    },
  },
});
