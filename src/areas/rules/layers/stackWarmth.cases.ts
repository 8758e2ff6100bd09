import type { RuleCases } from '../cases.ts';
import { stackWarmth } from './stackWarmth.ts';

const says = { severity: 'caution', limit: '20 to 30 °C', origin: 'material data' } as const;

export const cases: RuleCases = {
  rule: stackWarmth,
  stack: [
    { when: 'at the upper end', stack: { plate: { resinC: 30 } }, finds: [] },
    {
      when: 'hotter',
      stack: { plate: { resinC: 38 } },
      finds: [
        {
          ...says,
          title: 'The stack has the resin hotter than its range',
          figure: '38 °C',
          fix: 'make the stack with 30 °C, or without a temperature',
        },
      ],
    },
    {
      when: 'colder',
      stack: { plate: { resinC: 18 } },
      finds: [
        {
          ...says,
          title: 'The stack has the resin colder than its range',
          figure: '18 °C',
          fix: 'make the stack with 20 °C, or without a temperature',
        },
      ],
    },
    {
      when: 'a material nobody has a range of',
      stack: { plate: { resinC: 38 } },
      without: ['workingRangeC'],
      finds: [],
      needs: '“Working range”, a value of the material profile',
    },
  ],
};
