import { defineRecipeRule } from './define.ts';

const SAFE_C = 5;

export const driesBelowSoftening = defineRecipeRule({
  id: 'dries-below-softening',
  about: 'recipe',
  technology: 'filament',
  title: 'It is dried below where it softens',
  why: 'Hotter, the coils weld together on the spool.',
  source: '5 °C below: common practice, no source',
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
  examples: {
    passes: [{ says: 'just below', change: { values: { dryingC: 95 } } }],
    fails: [{ says: 'too hot', change: { values: { dryingC: 105 } } }],
  },
});
