import { defineRecipeRule } from './define.ts';
import { outsideProven } from './ranges.ts';

export const bedProven = defineRecipeRule({
  id: 'bed-proven',
  about: 'recipe',
  technology: 'filament',
  title: 'Bed temperature within what is proven',
  why: 'Beyond it nobody has seen the foot hold.',
  source: 'common practice, no published source',
  reads: ['bedC'],
  find: (r) => outsideProven(r, 'bedC', 'Bed temperature'),
  examples: {
    passes: [{ says: 'at an end', change: { values: { bedC: 90 } } }],
    fails: [{ says: 'below', change: { values: { bedC: 88 } } }],
  },
});
