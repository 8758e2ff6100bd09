import { formatFigure } from '../../../core/units/format.ts';
import { defineRule, placeOfLine } from '../define.ts';

export const oneAfterAnother = defineRule({
  id: 'one-after-another',
  stage: 'body',
  title: 'The head never goes down beside something tall',
  why: 'Where parts are laid one after the other, carriage and head must pass beside what already stands.',
  source: 'Order of heights as they are laid; room under the carriage from the printer profile',
  program: {
    reads: ['backDown', 'layerRows'],
    only: 'brought along',
    find: ({ report: r, context }) => {
      if (!r.backDown) return [];
      const { zMm, besideMm, line } = r.backDown;
      const clearance = context.recipe.values?.['clearanceMm'];
      if (typeof clearance === 'number' && besideMm - zMm <= clearance) return [];
      const isTooTall = typeof clearance === 'number';
      return [
        {
          severity: isTooTall ? 'blocker' : 'caution',
          title: 'The head goes down again beside what stands',
          figure: `to ${formatFigure(zMm, 'length', 2)} mm beside ${formatFigure(besideMm, 'length', 1)} mm`,
          limit:
            typeof clearance === 'number'
              ? `${formatFigure(clearance, 'length', 0)} mm under the carriage`
              : 'the carriage’s room is not known',
          origin: `hardware, ${context.machine.name}`,
          fix: isTooTall ? 'have it made layer by layer' : 'see that head and carriage pass beside it',
          ...placeOfLine(r, line),
          zMm,
        },
      ];
    },
  },
});
