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
    {
      when: 'thinner layers in a class that is proven only',
      provenOnly: true,
      values: { resinLayerMm: 0.03, bottomLayers: 9 },
      finds: [
        {
          severity: 'blocker',
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
    {
      when: 'thinner layers of a resin nobody has measured',
      without: ['penetrationDepthMm'],
      values: { resinLayerMm: 0.03, bottomLayers: 9 },
      finds: [
        {
          severity: 'caution',
          title: 'The layer height changed without the exposure',
          figure: '0.03 mm',
          limit: 'proven at 0.05 mm',
          origin: 'proven by T-0001',
          fix: 'run an exposure trial at 0.03 mm',
          change: { proofs: { exposureS: { conditions: { layerHeightMm: 0.03 } } } },
        },
      ],
    },
    {
      when: 'very thin layers',
      values: { resinLayerMm: 0.01, bottomLayers: 25 },
      finds: [
        {
          severity: 'caution',
          title: 'The layer height changed without the exposure',
          figure: '0.01 mm',
          limit: 'proven at 0.05 mm',
          origin: 'proven by T-0001',
          fix: 'computed, not proven: expose 1.99 s, 25 bottom layers, 30 transition layers; then run an exposure trial at 0.01 mm',
          change: {
            values: { exposureS: 1.99, bottomLayers: 25, transitionLayers: 30 },
            proofs: { exposureS: { conditions: { layerHeightMm: 0.01 } } },
          },
        },
      ],
    },
  ],
};
