import { formatFigure } from '../../../core/units/format.ts';
import { defineRule } from '../define.ts';

/** Height of part above each mm of the root of its contact from which a knock takes it off. Common practice, no source. */
const MOST_RATIO = 5;

export const holdsPlate = defineRule({
  id: 'holds-plate',
  stage: 'body',
  title: 'Contact area enough for its height',
  why: 'The lever of a tall part pulls its foot off the plate long before it would tip.',
  source: 'Height ÷ root of the contact area; 5 is common practice, no source',
  mesh: {
    reads: ['contactMm2', 'maxMm', 'minMm'],
    find: ({ contactMm2, maxMm, minMm }, { context }) => {
      const height = maxMm[2] - minMm[2];
      if (contactMm2 <= 0) return { needs: 'a part that touches the build plate' };
      const ratio = height / Math.sqrt(contactMm2);
      if (ratio <= MOST_RATIO || (context.recipe.lay?.brimMm ?? 0) > 0) return [];
      return [
        {
          severity: 'caution',
          title: 'Tall for its contact area',
          figure: `${formatFigure(height, 'length', 0)} mm on ${contactMm2.toFixed(0)} mm²`,
          limit: `${formatFigure(MOST_RATIO * Math.sqrt(contactMm2), 'length', 0)} mm`,
          origin: 'common practice',
          fix: 'give it a brim of 5 mm, or rest it on a larger face',
          zMm: 0,
          change: { values: { brimMm: 5 } },
        },
      ];
    },
  },
});
