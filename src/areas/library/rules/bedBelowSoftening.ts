import { defineRecipeRule } from './define.ts';

const SLACK_C = 5;

export const bedBelowSoftening = defineRecipeRule({
  id: 'bed-below-softening',
  about: 'recipe',
  technology: 'filament',
  title: 'The bed does not soften the foot',
  why: 'Above the glass transition the foot spreads and edges shine.',
  source: 'common practice, no source',
  reads: ['bedC', 'glassTransitionC'],
  find: (r) => {
    const limit = r.number('glassTransitionC') + SLACK_C;
    return r.number('bedC') <= limit
      ? []
      : [
          {
            severity: 'caution',
            title: 'The bed is hotter than the plastic stays stiff',
            figure: r.show('bedC'),
            limit: `${r.show('glassTransitionC')} + ${SLACK_C} °C`,
            origin: 'material data',
            fix: `set ${r.show('bedC', limit)}`,
            change: { values: { bedC: limit } },
          },
        ];
  },
  examples: {
    passes: [{ says: 'a little above', change: { values: { glassTransitionC: 94 } } }],
    fails: [{ says: 'a plastic that softens at 85 °C', change: { values: { glassTransitionC: 85 } } }],
  },
});
