import type { RuleCases } from '../cases.ts';
import { exposureForLayer } from './exposureForLayer.ts';

export const cases: RuleCases = {
  rule: exposureForLayer,
  recipe: [
    {
      when: 'thinner layers',
      values: { resinLayerMm: 0.03, bottomLayers: 9 },
      finds: [
        {
          severity: 'caution',
          title: 'The layer height changed without the exposure',
          figure: '0.03 mm',
          limit: 'proven at 0.05 mm',
          origin: 'proven by T-0001',
          fix: 'computed, not proven: expose 2.28 s, 9 bottom layers, 10 transition layers; then run an exposure trial at 0.03 mm',
          change: {
            values: { exposureS: 2.28, bottomLayers: 9, transitionLayers: 10 },
            proofs: { exposureS: { conditions: { layerHeightMm: 0.03 } } },
          },
        },
      ],
    },
  ],
};
