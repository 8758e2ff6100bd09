import { defineRule } from '../define.ts';
import { above } from './ranges.ts';

export const liftWithinPrinter = defineRule({
  id: 'lift-within-printer',
  stage: 'before start',
  technology: 'resin',
  title: 'The plate can rise that fast',
  why: 'The screw stalls and layers differ.',
  source: 'common practice, no published source',
  recipe: {
    about: 'recipe',
    reads: ['liftFirstMmPerS', 'liftSecondMmPerS', 'highestLiftMmPerS'],
    find: (r) => [
      ...above(r, 'liftFirstMmPerS', 'highestLiftMmPerS', 'Lift speed', 'printer'),
      ...above(r, 'liftSecondMmPerS', 'highestLiftMmPerS', 'Lift speed, second stage', 'printer'),
    ],
  },
});
