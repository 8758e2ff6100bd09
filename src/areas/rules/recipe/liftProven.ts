import { defineRule } from '../define.ts';
import { outsideProven } from './ranges.ts';

export const liftProven = defineRule({
  id: 'lift-proven',
  stage: 'before start',
  technology: 'resin',
  title: 'The peel is no faster than proven',
  why: 'Faster, parts tear from plate or supports.',
  source: 'common practice, no published source',
  recipe: {
    about: 'recipe',
    reads: ['liftFirstMmPerS'],
    find: (r) => outsideProven(r, 'liftFirstMmPerS', 'Lift speed, first stage'),
  },
});
