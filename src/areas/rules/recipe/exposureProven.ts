import { defineRule } from '../define.ts';
import { outsideProven } from './ranges.ts';

export const exposureProven = defineRule({
  id: 'exposure-proven',
  stage: 'before start',
  technology: 'resin',
  title: 'Exposure within the proven window',
  why: 'Below it pins vanish, above it holes close.',
  source: 'common practice, no published source',
  recipe: {
    about: 'recipe',
    reads: ['exposureS', 'resinLayerMm'],
    find: (r) => outsideProven(r, 'exposureS', 'Exposure', r.number('resinLayerMm')),
  },
});
