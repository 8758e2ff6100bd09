import { defineRule } from '../define.ts';

const SAFE_C = 5;

export const driesBelowSoftening = defineRule({
  id: 'dries-below-softening',
  stage: 'before start',
  title: 'It is dried below where it softens',
  why: 'Hotter, the coils weld together on the spool.',
  source: '5 °C below: common practice, no source',
  isOfHead: true,
  recipe: {
    about: 'recipe',
    reads: ['dryingC', 'glassTransitionC'],
    find: (r) => {
      const limit = r.number('glassTransitionC') - SAFE_C;
      return r.number('dryingC') <= limit
        ? []
        : [
            {
              severity: 'caution',
              title: 'It would soften while it dries',
              figure: r.show('dryingC'),
              limit: r.show('dryingC', limit),
              origin: 'material data',
              fix: `dry at ${r.show('dryingC', limit)}`,
              change: { values: { dryingC: limit } },
            },
          ];
    },
  },
});
