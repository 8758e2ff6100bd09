import { defineRecipeRule } from './define.ts';
import { above } from './ranges.ts';

export const bedWithinHeater = defineRecipeRule({
  id: 'bed-within-heater',
  about: 'recipe',
  technology: 'filament',
  title: 'The bed heater reaches the bed temperature',
  why: 'The job would wait for a heat that never comes.',
  source: 'common practice, no published source',
  reads: ['bedC', 'bedMaxC'],
  find: (r) => above(r, 'bedC', 'bedMaxC', 'Bed temperature', 'hardware, printer'),
  examples: {
    passes: [{ says: 'at the limit', change: { values: { bedMaxC: 98 } } }],
    fails: [{ says: 'a weaker heater', change: { values: { bedMaxC: 90 } } }],
  },
});
