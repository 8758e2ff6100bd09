import type { RuleCases } from '../cases.ts';
import { firstLayerSlow } from './firstLayerSlow.ts';

export const cases: RuleCases = {
  rule: firstLayerSlow,
  recipe: [
    { when: 'the same speed', values: { firstLayerSpeedMmPerS: 40 }, finds: [] },
    {
      when: 'faster',
      values: { firstLayerSpeedMmPerS: 55 },
      finds: [
        {
          severity: 'caution',
          title: 'The first layer is faster than the visible wall',
          figure: '55 mm/s',
          limit: '40 mm/s',
          origin: 'process',
          fix: 'set 40 mm/s or less',
          change: { values: { firstLayerSpeedMmPerS: 40 } },
        },
      ],
    },
  ],
};
