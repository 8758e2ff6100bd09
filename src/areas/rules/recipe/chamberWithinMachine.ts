import { formatQuantity } from '../../../core/units/format.ts';
import { numberOf } from '../../library/settings/define.ts';
import { defineRule, placeOfLine } from '../define.ts';
import { above } from './ranges.ts';

export const chamberWithinMachine = defineRule({
  id: 'chamber-within-machine',
  stage: 'before start',
  title: 'The machine holds the chamber temperature',
  why: 'Tall parts warp in cooler air, and a wait for temperature that is never reached never ends.',
  source: 'common practice, no published source',
  recipe: {
    about: 'recipe',
    reads: ['chamberC', 'chamberMaxC'],
    find: (r) => above(r, 'chamberC', 'chamberMaxC', 'Chamber temperature', 'printer'),
  },
  program: {
    reads: ['chamberMaxC', 'chamberMaxLine', 'layerRows'],
    find: ({ report: r, context }) => {
      if (!context.recipe.values) return { needs: 'the recipe’s values, which were not kept' };
      const most = numberOf(context.recipe.values, 'chamberMaxC');
      if (r.chamberMaxC === 0 || (most !== null && r.chamberMaxC <= most)) return [];
      return [
        {
          severity: 'blocker',
          title:
            most === null
              ? 'The program waits for a chamber that nothing heats'
              : 'Chamber temperature above what the machine holds',
          figure: formatQuantity(r.chamberMaxC, 'temperature'),
          limit: most === null ? 'no heated chamber' : formatQuantity(most, 'temperature'),
          origin: `hardware, ${context.machine.name}`,
          fix:
            most === null
              ? 'take the line out, or print where the chamber is heated'
              : `set ${formatQuantity(most, 'temperature')}, or print where it is reached`,
          ...(most !== null && { change: { values: { chamberC: most } } }),
          ...placeOfLine(r, r.chamberMaxLine),
        },
      ];
    },
  },
});
