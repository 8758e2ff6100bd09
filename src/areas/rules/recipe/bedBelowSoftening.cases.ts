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
    {
      when: 'nylon with fibres on a bed of 80 °C, far above its glass transition',
      values: { family: 'PA-CF', allowedFamilies: 'PA-CF', glassTransitionC: 55, softensC: 150, bedC: 80 },
      finds: [],
      others: ['bed-temperature'],
    },
    {
      when: 'a softening test says less than the glass transition',
      values: { softensC: 80, dryingC: 70 },
      finds: [
        {
          severity: 'caution',
          title: 'The bed is hotter than the material stays stiff',
          figure: '98 °C',
          limit: '80 °C + 5 °C',
          origin: 'material data',
          fix: 'set 85 °C',
          change: { values: { bedC: 85 } },
        },
      ],
    },
    {
      when: 'a plastic with crystals, and nobody has said up to where it keeps its shape',
      values: { family: 'PA', allowedFamilies: 'PA', glassTransitionC: 50 },
      finds: [],
      needs: 'softensC',
    },
  ],
};
