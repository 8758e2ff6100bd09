import { formatFigure } from '../../../core/units/format.ts';
import { defineRule, type Found } from '../define.ts';

/** Lean at which a part as it stands would fall; below it a knock of the nozzle is enough. Common practice, no source. */
const LEAST_TIP_DEG = 8;

export const standsFirm = defineRule({
  id: 'stands-firm',
  stage: 'body',
  title: 'The part stands on its foot',
  why: 'A tall part on a small foot is knocked over, or falls when its weight moves beyond the foot.',
  source:
    'Statics: centre of gravity against the hull of the first layer; the least angle is common practice, no source',
  mesh: {
    reads: ['centreMm', 'contactMm2', 'standsInsideMm'],
    find: ({ centreMm, standsInsideMm: onFoot, contactMm2 }, { context }) => {
      // a brim widens the foot all round
      const standsInsideMm = onFoot === null ? null : onFoot + (context.recipe.lay?.brimMm ?? 0);
      if (!centreMm || standsInsideMm === null)
        return { needs: 'a closed surface; an open one has no centre of gravity' };
      const tip = (Math.atan2(standsInsideMm, centreMm[2]) * 180) / Math.PI;
      const found: Found[] = [];
      if (standsInsideMm <= 0)
        found.push({
          severity: 'caution',
          title: 'The part tips over as placed',
          figure: `its weight lies ${formatFigure(-standsInsideMm, 'length', 1)} mm outside its foot`,
          limit: '0 mm',
          origin: 'statics',
          fix: 'give it support, or compare build orientations',
          zMm: centreMm[2],
          place: { xMm: centreMm[0], yMm: centreMm[1] },
        });
      else if (tip < LEAST_TIP_DEG)
        found.push({
          severity: 'caution',
          title: 'The part stands on a small foot',
          figure: `tips over at ${formatFigure(tip, 'angle', 1)}°, on ${contactMm2.toFixed(0)} mm²`,
          limit: `${LEAST_TIP_DEG}°`,
          origin: 'common practice',
          fix: 'give it a brim, or rest it on another face',
          change: { values: { brimMm: 5 } },
          zMm: centreMm[2],
        });
      return found;
    },
  },
});
