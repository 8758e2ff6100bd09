import { formatFigure } from '../../../../core/units/format.ts';
import { defineRule, placeOfLine } from '../define.ts';
import { soundJob } from '../sound.ts';

export const fanForMaterial = defineRule({
  id: 'fan-for-material',
  bites: 'body',
  title: 'The fan blows as the plastic wants it',
  why: 'Blown too cold some plastics split between layers; not blown at all others sag.',
  source: 'Material data: the supplier’s range',
  of: 'program',
  find: ({ report: r, sheet }) => {
    const range = sheet.recipe.values?.['fanRangePercent'];
    if (!Array.isArray(range)) return { missing: 'the material states no range for the fan' };
    const [low, high] = range as unknown as readonly [number, number];
    const percent = r.fanMaxPercent;
    if (percent >= low - 0.5 && percent <= high + 0.5) return [];
    return [
      {
        severity: 'caution',
        title:
          percent > high ? 'The fan blows harder than the plastic bears' : 'The fan blows less than the plastic wants',
        figure: `${formatFigure(percent, 'percent', 0)} % at the most`,
        limit: `${low} to ${high} %`,
        origin: `material data, ${sheet.recipe.material.name}`,
        fix: `set it to ${percent > high ? high : low} %, or prove the other by a part that is bent apart`,
        ...(r.fanMaxLine > 0 && placeOfLine(r, r.fanMaxLine)),
      },
    ];
  },
  examples: {
    passes: [{ says: 'within', input: soundJob() }],
    fails: [
      { says: 'too hard', input: soundJob({ report: { fanMaxPercent: 100 } }) },
      { says: 'never', input: soundJob({ report: { fanMaxPercent: 0 }, values: { fanRangePercent: [20, 60] } }) },
    ],
  },
});
