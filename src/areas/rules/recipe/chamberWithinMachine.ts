import { defineRule } from '../define.ts';
import { above } from './ranges.ts';

export const chamberWithinMachine = defineRule({
  id: 'chamber-within-machine',
  stage: 'before start',
  title: 'The machine holds the chamber temperature',
  why: 'Tall parts warp in cooler air.',
  source: 'common practice, no published source',
  recipe: {
    about: 'recipe',
    reads: ['chamberC', 'chamberMaxC'],
    find: (r) => above(r, 'chamberC', 'chamberMaxC', 'Chamber temperature', 'printer'),
  },
});
