import { defineRecipeRule } from './define.ts';
import { outsideProven } from './ranges.ts';

export const liftProven = defineRecipeRule({
  id: 'lift-proven',
  about: 'recipe',
  technology: 'resin',
  title: 'The peel is no faster than proven',
  why: 'Faster, parts tear from plate or supports.',
  source: 'common practice, no published source',
  reads: ['liftFirstMmPerS'],
  find: (r) => outsideProven(r, 'liftFirstMmPerS', 'Lift speed, first stage'),
  examples: {
    passes: [{ says: 'at the limit', change: { values: { liftFirstMmPerS: 1.2 } } }],
    fails: [{ says: 'faster', change: { values: { liftFirstMmPerS: 2 } } }],
  },
});
