import { defineRecipeRule } from './define.ts';
import { above } from './ranges.ts';

export const liftWithinPrinter = defineRecipeRule({
  id: 'lift-within-printer',
  about: 'recipe',
  technology: 'resin',
  title: 'The plate can rise that fast',
  why: 'The screw stalls and layers differ.',
  source: 'common practice, no published source',
  reads: ['liftFirstMmPerS', 'liftSecondMmPerS', 'highestLiftMmPerS'],
  find: (r) => [
    ...above(r, 'liftFirstMmPerS', 'highestLiftMmPerS', 'Lift speed', 'hardware, printer'),
    ...above(r, 'liftSecondMmPerS', 'highestLiftMmPerS', 'Lift speed, second stage', 'hardware, printer'),
  ],
  examples: {
    passes: [{ says: 'at the limit', change: { values: { liftSecondMmPerS: 5 } } }],
    fails: [{ says: 'faster', change: { values: { liftSecondMmPerS: 8 } } }],
  },
});
