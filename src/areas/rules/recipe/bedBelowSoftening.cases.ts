import type { RuleCases } from '../cases.ts';
import { bedBelowSoftening } from './bedBelowSoftening.ts';

export const cases: RuleCases = {
  rule: bedBelowSoftening,
  recipe: [
    { when: 'a little above', values: { glassTransitionC: 94 }, finds: [] },
    {
      when: 'a plastic that softens at 85 °C',
      values: { glassTransitionC: 85 },
      finds: [
        {
          severity: 'caution',
          title: 'The bed is hotter than the material stays stiff',
          figure: '98 °C',
          limit: '85 °C + 5 °C',
          origin: 'material data',
          fix: 'set 90 °C',
          change: { values: { bedC: 90 } },
        },
      ],
    },
  ],
};
