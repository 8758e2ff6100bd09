import { defineRecipeRule } from './define.ts';
import { above } from './ranges.ts';

export const retractionWithinDrive = defineRecipeRule({
  id: 'retraction-within-drive',
  about: 'recipe',
  technology: 'filament',
  title: 'The drive can pull back that fast',
  why: 'Beyond it the drive slips and grinds a flat.',
  source: 'common practice, no published source',
  reads: ['retractionMmPerS', 'maxFeedEMmPerS'],
  find: (r) => above(r, 'retractionMmPerS', 'maxFeedEMmPerS', 'Retraction speed', 'hardware, printer'),
  examples: {
    passes: [{ says: 'at the limit', change: { values: { retractionMmPerS: 80 } } }],
    fails: [{ says: 'faster', change: { values: { retractionMmPerS: 95 } } }],
  },
});
