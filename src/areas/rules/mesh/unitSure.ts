import { formatFigure } from '../../../core/units/format.ts';
import { defineRule } from '../define.ts';

const show = (size: readonly number[]): string => `${size.map((v) => formatFigure(v, 'length', 2)).join(' × ')} mm`;

export const unitSure = defineRule({
  id: 'unit-sure',
  stage: 'before start',
  title: 'The size is one that parts have',
  why: 'An STL or OBJ has no unit; read in the wrong one, a part comes out 25 or 1000 times too small.',
  source: 'common practice, no published source: parts measure 2 to 1000 mm',
  mesh: {
    reads: ['readings', 'unit', 'unitIsStated'],
    find: ({ unit, unitIsStated, readings }) => {
      const now = readings.find((r) => r.unit === unit);
      if (unitIsStated || !now || now.isPlausible) return [];
      const better = readings.filter((r) => r.isPlausible);
      return [
        {
          severity: better.length > 0 ? 'blocker' : 'caution',
          title: 'The part has a size no part has',
          figure: show(now.sizeMm),
          limit: '2 to 1000 mm',
          origin: 'common practice',
          fix:
            better.length > 0
              ? `say its unit: ${better.map((r) => `${r.unit} makes it ${show(r.sizeMm)}`).join('; ')}`
              : 'ask whoever drew it',
          ...(better.length === 1 && { change: { unit: better[0]!.unit } }),
        },
      ];
    },
  },
});
