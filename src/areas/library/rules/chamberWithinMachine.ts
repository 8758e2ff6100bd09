import { defineRecipeRule } from './define.ts';
import { above } from './ranges.ts';

export const chamberWithinMachine = defineRecipeRule({
  id: 'chamber-within-machine',
  about: 'recipe',
  technology: 'filament',
  title: 'The machine holds the chamber temperature',
  why: 'Tall parts warp in cooler air.',
  source: 'common practice, no published source',
  reads: ['chamberC', 'chamberMaxC'],
  find: (r) => above(r, 'chamberC', 'chamberMaxC', 'Chamber temperature', 'hardware, printer'),
  examples: {
    passes: [{ says: 'at the limit', change: { values: { chamberMaxC: 50 } } }],
    fails: [{ says: 'an unheated box', change: { values: { chamberMaxC: 40 } } }],
  },
});
