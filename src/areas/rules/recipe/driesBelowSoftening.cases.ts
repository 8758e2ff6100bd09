import type { RuleCases } from '../cases.ts';
import { driesBelowSoftening } from './driesBelowSoftening.ts';

export const cases: RuleCases = {
  rule: driesBelowSoftening,
  recipe: [
    { when: 'just below', values: { dryingC: 95 }, finds: [] },
    {
      when: 'too hot',
      values: { dryingC: 105 },
      finds: [
        {
          severity: 'caution',
          title: 'It would soften while it dries',
          figure: '105 °C',
          limit: '95 °C',
          origin: 'material data',
          fix: 'dry at 95 °C',
          change: { values: { dryingC: 95 } },
        },
      ],
    },
  ],
};
