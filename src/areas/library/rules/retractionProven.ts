import { defineRecipeRule } from './define.ts';
import { outsideProven } from './ranges.ts';

export const retractionProven = defineRecipeRule({
  id: 'retraction-proven',
  about: 'recipe',
  technology: 'filament',
  title: 'Retraction within what is proven',
  why: 'Shorter strings, longer grinds and clogs.',
  source: 'common practice, no published source',
  reads: ['retractionMm'],
  find: (r) => outsideProven(r, 'retractionMm', 'Retraction'),
  examples: {
    passes: [{ says: 'at an end', change: { values: { retractionMm: 1.8 } } }],
    fails: [{ says: 'shorter', change: { values: { retractionMm: 0.6 } } }],
  },
});
