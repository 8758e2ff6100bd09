import { defineRecipeRule } from './define.ts';
import { outsideProven } from './ranges.ts';

export const exposureProven = defineRecipeRule({
  id: 'exposure-proven',
  about: 'recipe',
  technology: 'resin',
  title: 'Exposure within the proven window',
  why: 'Below it pins vanish, above it holes close.',
  source: 'common practice, no published source',
  reads: ['exposureS', 'resinLayerMm'],
  find: (r) => outsideProven(r, 'exposureS', 'Exposure', r.number('resinLayerMm')),
  examples: {
    passes: [{ says: 'at an end', change: { values: { exposureS: 2.3, transitionLayers: 8 } } }],
    fails: [{ says: 'longer', change: { values: { exposureS: 3.6 } } }],
  },
});
