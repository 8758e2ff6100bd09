import { formatFigure } from '../../../core/units/format.ts';
import { defineRule } from '../define.ts';

const LEAST_MM2 = 6;

export const feetHold = defineRule({
  id: 'feet-hold',
  stage: 'first layer',
  title: 'Every foot is large enough to stick',
  why: 'A foot of a few lines comes off with the first travel over it, and all above it with it.',
  source: '6 mm² each: common practice, no source',
  mesh: {
    reads: ['feet'],
    find: ({ feet }, { context }) => {
      if (feet.count === 0) return { needs: 'a part that touches the build plate' };
      if (feet.smallestMm2 >= LEAST_MM2 || (context.recipe.lay?.brimMm ?? 0) > 0) return [];
      return [
        {
          severity: 'caution',
          title: feet.count === 1 ? 'The part touches the build plate on a point' : 'A foot is too small to stick',
          figure: `${formatFigure(feet.smallestMm2, 'length', 1)} mm², the smallest of ${feet.count}`,
          limit: `${LEAST_MM2} mm²`,
          origin: 'common practice',
          fix: 'give it a brim of 4 mm, or rest it on another face',
          zMm: 0,
          place: { xMm: feet.xMm, yMm: feet.yMm },
          change: { values: { brimMm: 4 } },
        },
      ];
    },
  },
});
