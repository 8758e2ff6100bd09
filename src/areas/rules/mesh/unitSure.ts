import { formatFigure } from '../../../core/units/format.ts';
import { unitDoubt, type UnitReading } from '../../../core/mesh/units.ts';
import { defineRule, type Found } from '../define.ts';

const show = (size: readonly number[]): string => `${size.map((v) => formatFigure(v, 'length', 2)).join(' × ')} mm`;

/** A size that parts have, though the same figures as inches are the more usual part. */
function askedFor(readings: readonly UnitReading[]): Found {
  const [mm, inches] = [readings.find((r) => r.unit === 'mm')!, readings.find((r) => r.unit === 'in')!];
  return {
    severity: 'caution',
    title: 'Nobody has said in which unit the part is drawn',
    figure: show(mm.sizeMm),
    limit: '20 mm and more',
    origin: 'common practice',
    fix: `say its unit: in makes it ${show(inches.sizeMm)}`,
  };
}

export const unitSure = defineRule({
  id: 'unit-sure',
  stage: 'before start',
  technology: 'both',
  title: 'The size is one that parts have',
  why: 'An STL or OBJ has no unit; read in the wrong one, a part comes out 25 or 1000 times too small.',
  source: 'common practice, no published source: parts measure 2 to 1000 mm, and seldom less than 20',
  mesh: {
    reads: ['readings', 'unit', 'unitIsStated', 'unitIsTold'],
    find: ({ unit, unitIsStated, unitIsTold, readings }) => {
      const now = readings.find((r) => r.unit === unit);
      if (unitIsStated || !now) return [];
      if (now.isPlausible) return unitIsTold || unitDoubt(readings) !== 'unusual' ? [] : [askedFor(readings)];
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
