import { defineRule } from '../define.ts';

const MOST_PERCENT = 25;

export const flexibleFill = defineRule({
  id: 'flexible-fill',
  stage: 'body',
  title: 'A flexible part is not filled stiff',
  why: 'Infill decides how far a soft material gives.',
  source: '25 %: common practice, no source',
  mesh: {
    reads: [],
    find: (_, { context }) => {
      if (context.job.purpose !== 'flexible') return [];
      const { lay } = context.recipe;
      if (!lay) return { needs: 'a recipe with everything a toolpath needs' };
      if (lay.infillPercent <= MOST_PERCENT) return [];
      return [
        {
          severity: 'caution',
          title: 'Too much infill to bend',
          figure: `${lay.infillPercent} %`,
          limit: `${MOST_PERCENT} %`,
          origin: 'purpose: flexible',
          fix: `set ${MOST_PERCENT} % infill`,
          change: { values: { infillPercent: MOST_PERCENT } },
        },
      ];
    },
  },
});
