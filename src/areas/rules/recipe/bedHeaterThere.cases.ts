import type { RuleCases } from '../cases.ts';
import { bedHeaterThere } from './bedHeaterThere.ts';

export const cases: RuleCases = {
  rule: bedHeaterThere,
  recipe: [
    {
      when: 'a cold bed on a machine without',
      values: { hasBedHeater: false, bedC: 30 },
      proofs: { bedC: { state: 'unproven' } },
      finds: [],
      others: ['bed-temperature'],
    },
    {
      when: 'no heater',
      values: { hasBedHeater: false },
      finds: [
        {
          severity: 'blocker',
          title: 'The bed has no heater',
          figure: '98 °C',
          limit: 'no heater',
          origin: 'hardware, printer',
          fix: 'choose a machine with a heated bed, or a material that holds on a cold one',
          change: { values: { hasBedHeater: true } },
        },
      ],
    },
  ],
};
