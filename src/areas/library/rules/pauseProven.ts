import { defineRecipeRule } from './define.ts';
import { outsideProven } from './ranges.ts';

export const pauseProven = defineRecipeRule({
  id: 'pause-proven',
  about: 'recipe',
  technology: 'resin',
  title: 'The resin gets its time to settle',
  why: 'Shorter, flanks bloat and wave.',
  source: 'common practice, no published source',
  reads: ['pauseBeforeExposureS'],
  find: (r) => outsideProven(r, 'pauseBeforeExposureS', 'Pause before exposure'),
  examples: {
    passes: [{ says: 'at the limit', change: { values: { pauseBeforeExposureS: 1 } } }],
    fails: [{ says: 'shorter', change: { values: { pauseBeforeExposureS: 0.3 } } }],
  },
});
