import type { RuleCases } from '../cases.ts';
import { stackRows } from '../figuresFixture.ts';
import { lightEven } from './lightEven.ts';

export const cases: RuleCases = {
  rule: lightEven,
  stack: [
    {
      when: 'one layer in the middle with half of it',
      measured: { rows: stackRows(60, (i) => (i === 29 ? { lightS: 1.3 } : {})) },
      finds: [
        {
          severity: 'caution',
          title: '1 layer has another light than the rest',
          figure: '1.30 s in layer 30',
          limit: '2.60 s',
          origin: 'the layers themselves',
          fix: 'give every layer after the transition the proven exposure',
          layer: 30,
          zMm: 1.5,
        },
      ],
    },
    {
      when: 'two with more, and the further off is told',
      measured: { rows: stackRows(60, (i) => (i === 29 ? { lightS: 2.7 } : i === 39 ? { lightS: 4 } : {})) },
      finds: [
        {
          severity: 'caution',
          title: '2 layers have another light than the rest',
          figure: '4.00 s in layer 40',
          limit: '2.60 s',
          origin: 'the layers themselves',
          fix: 'give every layer after the transition the proven exposure',
          layer: 40,
          zMm: 2,
        },
      ],
    },
    {
      when: 'a hundredth more',
      measured: { rows: stackRows(60, (i) => (i === 29 ? { lightS: 2.62 } : {})) },
      finds: [],
    },
  ],
};
