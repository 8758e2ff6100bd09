import { defineRule } from '../define.ts';
import { above } from './ranges.ts';

export const retractionWithinDrive = defineRule({
  id: 'retraction-within-drive',
  stage: 'before start',
  title: 'The drive can retract that fast',
  why: 'Beyond it the drive slips and grinds a flat.',
  source: 'common practice, no published source',
  isOfHead: true,
  recipe: {
    about: 'recipe',
    reads: ['retractionMmPerS', 'maxFeedEMmPerS'],
    find: (r) => above(r, 'retractionMmPerS', 'maxFeedEMmPerS', 'Retraction speed', 'printer'),
  },
});
