import { formatFigure } from '../../../../core/units/format.ts';
import { defineRule } from '../define.ts';
import { soundJob } from '../sound.ts';

const THINNEST_MM = 0.08;
const [first, second] = soundJob().report.layerRows;

export const firstLayerHeight = defineRule({
  id: 'first-layer-height',
  bites: 'first layer',
  title: 'The first layer is laid at a height that holds',
  why: 'Laid too low the nozzle rakes the plate; laid in the air nothing sticks.',
  source: 'From 0.08 mm to the bore: common practice, no source',
  of: 'program',
  find: ({ report, sheet }) => {
    const row = report.layerRows[0];
    if (!row || report.spiral) return { missing: 'the program has no first layer' };
    const bore = sheet.recipe.tool.nozzleMm;
    if (!(bore > 0)) return { missing: 'the tool states no bore' };
    if (row.zMm >= THINNEST_MM - 1e-6 && row.zMm <= bore) return [];
    return [
      {
        severity: row.zMm <= 0 || row.zMm > 2 * bore ? 'blocker' : 'caution',
        title: row.zMm > bore ? 'The first layer is laid in the air' : 'The first layer lies on the plate itself',
        figure: `${formatFigure(row.zMm, 'length', 2)} mm`,
        limit: `${formatFigure(THINNEST_MM, 'length', 2)} to ${formatFigure(bore, 'length', 2)} mm`,
        origin: `hardware, ${sheet.recipe.tool.name}`,
        fix: `have it made with a first layer of ${formatFigure(bore / 2, 'length', 2)} mm, or take out an offset of height`,
        layer: 1,
        zMm: row.zMm,
        line: row.firstLine,
      },
    ];
  },
  examples: {
    passes: [{ says: 'half the bore', input: soundJob() }],
    fails: [
      {
        says: 'in the air',
        input: soundJob({
          report: {
            layerRows: [
              { ...first!, zMm: 1.4 },
              { ...second!, zMm: 1.6 },
            ],
          },
        }),
      },
      { says: 'at height nought', input: soundJob({ report: { layerRows: [{ ...first!, zMm: 0 }, second!] } }) },
    ],
  },
});
