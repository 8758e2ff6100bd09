import { formatFigure } from '../../../../core/units/format.ts';
import type { GcodeReport } from '../../../../core/gcode/report.ts';
import { defineRule } from '../define.ts';
import { soundJob } from '../sound.ts';
import { stepsOf } from './steps.ts';

const [NARROWEST, WIDEST] = [0.85, 1.5]; // of the nozzle's bore
const ENOUGH_MM = 200;

/** Mean width of the lines of each layer: what the plastic laid over its path fills at the layer's height. */
export function meanWidths(report: GcodeReport): readonly { readonly layer: number; readonly widthMm: number }[] {
  const perMm = report.extrudedVolumeMm3 / (report.filamentMm || 1);
  const steps = stepsOf(report);
  return report.layerRows.flatMap((row, i) => {
    const h = steps[i]!;
    if (row.pathMm < ENOUGH_MM || h <= 0) return [];
    const area = (row.filamentMm * perMm) / row.pathMm;
    return [{ layer: i, widthMm: (area - (Math.PI * h * h) / 4) / h + h }];
  });
}

export const lineWidth = defineRule({
  id: 'line-width',
  bites: 'body',
  title: 'Its lines are as wide as this nozzle lays them',
  why: 'A program made for another bore lays lines that do not touch, or squeezes out more than has room.',
  source: 'Rounded bead from plastic, path and height; 0.85 to 1.5 of the bore is common practice, from memory',
  of: 'program',
  find: ({ report, sheet }) => {
    const bore = sheet.recipe.tool.nozzleMm;
    if (!(bore > 0)) return { missing: 'the tool states no bore' };
    if (report.spiral) return { missing: 'the layers of a spiral have no height of their own' };
    const widths = meanWidths(report);
    if (widths.length === 0) return { missing: 'no layer is long enough to measure' };
    const wrong = widths.filter((w) => w.widthMm < NARROWEST * bore || w.widthMm > WIDEST * bore);
    if (wrong.length <= widths.length / 2) return [];
    const middle = [...wrong].sort((a, b) => a.widthMm - b.widthMm)[wrong.length >> 1]!;
    const row = report.layerRows[middle.layer]!;
    return [
      {
        severity: 'caution',
        title: `Lines are ${middle.widthMm < bore ? 'narrow' : 'wide'} for this nozzle: made for another?`,
        figure: `${formatFigure(middle.widthMm, 'length', 2)} mm on average, ${wrong.length} of ${widths.length} layers`,
        limit: `${formatFigure(NARROWEST * bore, 'length', 2)} to ${formatFigure(WIDEST * bore, 'length', 2)} mm`,
        origin: `hardware, ${sheet.recipe.tool.name}`,
        fix: `mount a nozzle of about ${formatFigure(Math.max(0.1, Math.round(middle.widthMm * 9) / 10), 'length', 1)} mm, or have the program made for ${bore} mm`,
        layer: middle.layer + 1,
        zMm: row.zMm,
        line: row.firstLine,
      },
    ];
  },
  examples: {
    passes: [{ says: 'as wide as usual', input: soundJob() }],
    fails: [
      { says: 'made for 0.8 mm', input: soundJob({ report: { extrudedVolumeMm3: 24_000 } }) },
      { says: 'on a wider nozzle', input: soundJob({ tool: { nozzleMm: 0.8 } }) },
    ],
  },
});
