import { defineRule } from '../define.ts';

const LOWEST = 4;
const HIGHEST = 15;

export const bottomRatio = defineRule({
  id: 'bottom-ratio',
  stage: 'before start',
  technology: 'resin',
  title: 'Bottom and normal exposure in a usual ratio',
  why: 'Far off, one of the two was typed for another layer height.',
  source: '4 to 15 times: common practice, no source',
  recipe: {
    about: 'recipe',
    reads: ['exposureS', 'exposureBottomS'],
    find: (r) => {
      const ratio = r.number('exposureBottomS') / r.number('exposureS');
      if (ratio >= LOWEST && ratio <= HIGHEST) return [];
      const end = r.number('exposureS') * (ratio < LOWEST ? LOWEST : HIGHEST);
      return [
        {
          severity: 'note',
          title: 'Bottom exposure is in an unusual ratio to normal',
          figure: `${ratio.toFixed(1)} ×`,
          limit: `${LOWEST} to ${HIGHEST} ×`,
          origin: 'common practice',
          fix: `bottom to ${r.show('exposureBottomS', end)}`,
          change: { values: { exposureBottomS: end } },
        },
      ];
    },
  },
});
