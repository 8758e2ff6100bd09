import { defineRule } from '../define.ts';
import { outsideProven } from './ranges.ts';

export const pauseProven = defineRule({
  id: 'pause-proven',
  stage: 'before start',
  technology: 'resin',
  title: 'The resin gets its time to settle',
  why: 'Shorter, flanks bloat and wave.',
  source: 'common practice, no published source',
  recipe: {
    about: 'recipe',
    reads: ['pauseBeforeExposureS'],
    find: (r) => outsideProven(r, 'pauseBeforeExposureS', 'Pause before exposure'),
  },
});
