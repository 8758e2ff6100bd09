import type { RuleCases } from '../cases.ts';
import { stackRows } from '../figuresFixture.ts';
import { lightEven } from './lightEven.ts';

export const cases: RuleCases = {
  rule: lightEven,
  stack: [
    {
      when: 'the first after the transition',
      measured: { rows: stackRows(60, (i) => (i === 11 ? { lightS: 2.63 } : {})) },
      finds: [
        {
          severity: 'caution',
          title: '1 layer has another light than the rest',
          figure: '2.63 s in layer 12',
          limit: '2.60 s',
          origin: 'the layers themselves',
          fix: 'give every layer after the transition the proven exposure',
          layer: 12,
          zMm: 0.6,
        },
      ],
    },
    {
      when: 'a little more in one, far less in another',
      measured: { rows: stackRows(60, (i) => (i === 29 ? { lightS: 2.7 } : i === 39 ? { lightS: 1 } : {})) },
      finds: [
        {
          severity: 'caution',
          title: '2 layers have another light than the rest',
          figure: '1.00 s in layer 40',
          limit: '2.60 s',
          origin: 'the layers themselves',
          fix: 'give every layer after the transition the proven exposure',
          layer: 40,
          zMm: 2,
        },
      ],
    },
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
