import { formatFigure } from '../../../core/units/format.ts';
import type { GcodeReport } from '../../../core/gcode/report.ts';
import { filamentAreaMm2 } from '../../../core/toolpath/bead.ts';
import type { CheckContext } from '../context.ts';
import { defineRule } from '../define.ts';
import { stepsOf } from './steps.ts';

/** Of the nozzle diameter. */
const [NARROWEST, WIDEST] = [0.85, 1.5];
const isUnfit = (mm: number, nozzleMm: number): boolean => mm < NARROWEST * nozzleMm || mm > WIDEST * nozzleMm;
/** What programs are made with as a rule: lines fed twice are narrower by the other reading. */
const USUAL = [0.95, 1.35] as const;
const ENOUGH_MM = 200;

/** Mean width of the lines of each layer: what the plastic laid over its path fills at the layer's height. */
export function meanWidths(
  report: GcodeReport,
  leastMm = ENOUGH_MM,
  /** Plastic fed, of what is read. */
  share = 1,
): readonly { readonly layer: number; readonly widthMm: number }[] {
  const perMm = (share * report.extrudedVolumeMm3) / (report.filamentMm || 1);
  const steps = stepsOf(report);
  return report.layerRows.flatMap((row, i) => {
    const h = steps[i]!;
    if (row.pathMm < leastMm || h <= 0) return [];
    const area = (row.filamentMm * perMm) / row.pathMm;
    return [{ layer: i, widthMm: (area - (Math.PI * h * h) / 4) / h + h }];
  });
}

/** Mean width of most layers as this machine reads the program, and as one would that counts filament by volume instead of length, or the
 *  other way round: where only that one's lines suit the nozzle. Null else. */
export function asOtherFilament(
  report: GcodeReport,
  { machine: { motion }, recipe }: CheckContext,
): { readonly asRead: number; readonly otherwise: number } | null {
  const { nozzleMm } = recipe.tool;
  if (report.spiral || !(nozzleMm > 0)) return null;
  // of nothing that is long enough the width is no number, and no number is too wide or too narrow
  const usual = (share: number): number => {
    const widths = meanWidths(report, ENOUGH_MM, share).map((w) => w.widthMm);
    return widths.sort((a, b) => a - b)[widths.length >> 1] ?? NaN;
  };
  const area = filamentAreaMm2(motion.filamentDiameterMm);
  const [asRead, otherwise] = [usual(1), usual(motion.reads?.filamentIn === 'mm³' ? area : 1 / area)];
  const isUsual = otherwise >= USUAL[0] * nozzleMm && otherwise <= USUAL[1] * nozzleMm;
  return isUnfit(asRead, nozzleMm) && isUsual ? { asRead, otherwise } : null;
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
      // one fault, one finding: dialect-fits tells it
      if (asOtherFilament(report, context)) return [];
      const widths = meanWidths(report);
      if (widths.length === 0) return { needs: 'a layer long enough to measure' };
      const wrong = widths.filter((w) => isUnfit(w.widthMm, nozzleMm));
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
