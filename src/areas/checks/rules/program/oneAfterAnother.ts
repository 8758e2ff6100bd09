import { formatFigure } from '../../../../core/units/format.ts';
import { defineRule, placeOfLine } from '../define.ts';
import { soundJob } from '../sound.ts';

export const oneAfterAnother = defineRule({
  id: 'one-after-another',
  bites: 'body',
  title: 'The head never goes down beside something tall',
  why: 'Where parts are laid one after the other, carriage and head must pass beside what already stands.',
  source: 'Order of heights as they are laid; room under the carriage from the printer profile',
  of: 'program',
  find: ({ report: r, sheet }) => {
    if (!r.backDown) return [];
    const { zMm, besideMm, line } = r.backDown;
    const clearance = sheet.recipe.values?.['clearanceMm'];
    const isTooTall = typeof clearance === 'number' && besideMm - zMm > clearance;
    return [
      {
        severity: isTooTall ? 'blocker' : 'caution',
        title: 'The head goes down again beside what stands',
        figure: `to ${formatFigure(zMm, 'length', 2)} mm beside ${formatFigure(besideMm, 'length', 1)} mm`,
        limit:
          typeof clearance === 'number'
            ? `${formatFigure(clearance, 'length', 0)} mm under the carriage`
            : 'the carriage’s room is not known',
        origin: `hardware, ${sheet.machine.name}`,
        fix: isTooTall ? 'have it made layer by layer' : 'see that head and carriage pass beside it',
        ...placeOfLine(r, line),
        zMm,
      },
    ];
  },
  examples: {
    passes: [{ says: 'layer by layer', input: soundJob() }],
    fails: [
      {
        says: 'down again beside 40 mm',
        input: soundJob({
          report: { backDown: { zMm: 0.2, besideMm: 40, line: 700 } },
          values: { clearanceMm: 30 },
        }),
      },
      {
        says: 'no one has measured the carriage',
        input: soundJob({ report: { backDown: { zMm: 0.2, besideMm: 8, line: 700 } } }),
      },
    ],
  },
});
