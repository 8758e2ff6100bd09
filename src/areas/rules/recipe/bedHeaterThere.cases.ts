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
    {
      when: 'just as warm as a room gets',
      values: { hasBedHeater: false, bedC: 30, bedRangeC: [20, 110] },
      proofs: { bedC: { range: { min: 20, max: 105, minEnd: 'notTriedBeyond', maxEnd: 'notTriedBeyond' } } },
      finds: [],
    },
    {
      when: 'half a degree warmer than a room gets',
      values: { hasBedHeater: false, bedC: 30.5, bedRangeC: [20, 110] },
      proofs: { bedC: { range: { min: 20, max: 105, minEnd: 'notTriedBeyond', maxEnd: 'notTriedBeyond' } } },
      finds: [
        {
          severity: 'blocker',
          title: 'The bed has no heater',
          figure: '31 °C',
          limit: 'no heater',
          origin: 'hardware, printer',
          fix: 'choose a machine with a heated bed, or a material that holds on a cold one',
          change: { values: { hasBedHeater: true } },
        },
      ],
    },
  ],
};
