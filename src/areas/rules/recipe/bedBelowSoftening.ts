import { defineRule } from '../define.ts';

const SLACK_C = 5;

export const bedBelowSoftening = defineRule({
  id: 'bed-below-softening',
  stage: 'before start',
  title: 'The bed does not soften the foot',
  why: 'Above the glass transition the foot spreads and edges shine.',
  source: 'common practice, no source',
  recipe: {
    about: 'recipe',
    reads: ['bedC', 'glassTransitionC'],
    find: (r) => {
      const limit = r.number('glassTransitionC') + SLACK_C;
      return r.number('bedC') <= limit
        ? []
        : [
            {
              severity: 'caution',
              title: 'The bed is hotter than the material stays stiff',
              figure: r.show('bedC'),
              limit: `${r.show('glassTransitionC')} + ${SLACK_C} °C`,
              origin: 'material data',
              fix: `set ${r.show('bedC', limit)}`,
              change: { values: { bedC: limit } },
            },
          ];
    },
  },
});
