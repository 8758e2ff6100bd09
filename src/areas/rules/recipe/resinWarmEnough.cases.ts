import type { RuleCases } from '../cases.ts';
import { resinWarmEnough } from './resinWarmEnough.ts';

export const cases: RuleCases = {
  rule: resinWarmEnough,
  recipe: [
    { when: 'at the limit', machine: { resinC: 20 }, finds: [], others: ['resin-as-proven'] },
    {
      when: 'colder than this resin wants',
      values: { workingRangeC: [26, 35] },
      finds: [
        {
          severity: 'caution',
          title: 'The resin is too cold',
          figure: '25 °C',
          limit: '26 to 35 °C',
          origin: 'material data',
          fix: 'warm it to 26 °C',
          change: { machine: { resinC: 26 } },
        },
      ],
    },
    {
      when: 'so cold that it is thick',
      values: { workingRangeC: [29.1, 35] },
      finds: [
        {
          severity: 'blocker',
          title: 'The resin is too cold',
          figure: '25 °C',
          limit: '29.1 to 35 °C',
          origin: 'material data',
          fix: 'warm it to 29.1 °C',
          change: { machine: { resinC: 29.1 } },
        },
      ],
    },
    {
      when: 'four degrees colder',
      values: { workingRangeC: [29, 35] },
      finds: [
        {
          severity: 'caution',
          title: 'The resin is too cold',
          figure: '25 °C',
          limit: '29 to 35 °C',
          origin: 'material data',
          fix: 'warm it to 29 °C',
          change: { machine: { resinC: 29 } },
        },
      ],
    },
    {
      when: 'just as cold as the supplier allows',
      machine: { resinC: 20 },
      proofs: { exposureS: { conditions: { layerHeightMm: 0.05, resinC: 21 } } },
      finds: [],
    },
    {
      when: 'just as warm as the supplier allows',
      machine: { resinC: 30 },
      proofs: { exposureS: { conditions: { layerHeightMm: 0.05, resinC: 29 } } },
      finds: [],
    },
    {
      when: 'warmer than the supplier allows',
      machine: { resinC: 31 },
      proofs: { exposureS: { conditions: { layerHeightMm: 0.05, resinC: 29 } } },
      finds: [
        {
          severity: 'caution',
          title: 'The resin is too warm',
          figure: '31 °C',
          limit: '20 to 30 °C',
          origin: 'material data',
          fix: 'let it cool to 30 °C',
          change: { machine: { resinC: 30 } },
        },
      ],
    },
  ],
};
