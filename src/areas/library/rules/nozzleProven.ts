import { defineRecipeRule } from './define.ts';
import { outsideProven } from './ranges.ts';

export const nozzleProven = defineRecipeRule({
  id: 'nozzle-proven',
  about: 'recipe',
  technology: 'filament',
  title: 'Nozzle temperature within what is proven',
  why: 'Beyond it nobody has seen the layers hold.',
  source: 'common practice, no published source',
  reads: ['nozzleC'],
  find: (r) => outsideProven(r, 'nozzleC', 'Nozzle temperature'),
  examples: {
    passes: [{ says: 'at an end', change: { values: { nozzleC: 252, nozzleFirstC: 252 } } }],
    fails: [
      { says: 'above', change: { values: { nozzleC: 254 } } },
      {
        says: 'below, in a range seen to fail',
        change: {
          proofs: { nozzleC: { range: { min: 250, max: 256, minEnd: 'failedBeyond', maxEnd: 'notTriedBeyond' } } },
        },
      },
    ],
  },
});
