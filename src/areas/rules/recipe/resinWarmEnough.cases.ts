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
  ],
};
