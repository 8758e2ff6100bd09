import { formatFigure } from '../../../../core/units/format.ts';
import { defineRule } from '../define.ts';
import { soundJob } from '../sound.ts';
import { SAME_MM, stepsOf, usualStep } from './steps.ts';

const THICKEST = 0.8; // of the bore
const [first, second] = soundJob().report.layerRows;

export const layerHeight = defineRule({
  id: 'layer-height',
  bites: 'body',
  title: 'No layer is thicker than the nozzle can press down',
  why: 'A layer nearly as high as the bore is laid without pressing and does not bond.',
  source: 'At most 0.8 of the bore: common practice, no source',
  of: 'program',
  find: ({ report, sheet }) => {
    if (report.spiral) return { missing: 'the layers of a spiral have no height of their own' };
    const bore = sheet.recipe.tool.nozzleMm;
    if (!(bore > 0)) return { missing: 'the tool states no bore' };
    const steps = stepsOf(report);
    if (steps.length === 0) return { missing: 'the program lays no layer' };
    // twice the usual step is a gap, and another rule's business
    const gap = 2 * (usualStep(report) ?? Infinity) - SAME_MM;
    const thick = steps.flatMap((h, i) =>
      h > THICKEST * bore + 1e-6 && (i === 0 ? h <= bore : h < gap) ? [{ h, i }] : [],
    );
    if (thick.length === 0) return [];
    const worst = thick.reduce((a, b) => (b.h > a.h ? b : a));
    const row = report.layerRows[worst.i]!;
    return [
      {
        severity: 'caution',
        title: `${thick.length} of ${steps.length} layers are too thick for this nozzle`,
        figure: `${formatFigure(worst.h, 'length', 2)} mm`,
        limit: `${formatFigure(THICKEST * bore, 'length', 2)} mm`,
        origin: `hardware, ${sheet.recipe.tool.name}`,
        fix: `have it made with layers of ${formatFigure(THICKEST * bore, 'length', 2)} mm at most, or mount ${formatFigure(Math.ceil((worst.h / THICKEST) * 10) / 10, 'length', 1)} mm`,
        layer: worst.i + 1,
        zMm: row.zMm,
        line: row.firstLine,
      },
    ];
  },
  examples: {
    passes: [{ says: 'half the bore', input: soundJob() }],
    fails: [
      {
        says: 'layers of 0.35 on 0.4 mm',
        input: soundJob({
          report: {
            layerRows: [
              { ...first!, zMm: 0.35 },
              { ...second!, zMm: 0.7 },
            ],
          },
        }),
      },
    ],
  },
});
