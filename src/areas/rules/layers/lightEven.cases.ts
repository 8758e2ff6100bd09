import type { Expected, RuleCases } from '../cases.ts';
import { stackRows } from '../figuresFixture.ts';
import { lightEven } from './lightEven.ts';

const other = (title: string, figure: string, layer: number, zMm: number): Expected => ({
  severity: 'caution',
  title,
  figure,
  limit: '2.60 s',
  origin: 'the layers themselves',
  fix: 'give every layer after the transition the proven exposure',
  layer,
  zMm,
});

export const cases: RuleCases = {
  rule: lightEven,
  stack: [
    {
      when: 'the first after the transition',
      measured: { rows: stackRows(60, (i) => (i === 11 ? { lightS: 2.63 } : {})) },
      finds: [other('1 layer has another light than the rest', '2.63 s in layer 12', 12, 0.6)],
    },
    {
      when: 'a little more in one, far less in another',
      measured: { rows: stackRows(60, (i) => (i === 29 ? { lightS: 2.7 } : i === 39 ? { lightS: 1 } : {})) },
      finds: [other('2 layers have another light than the rest', '1.00 s in layer 40', 40, 2)],
    },
    {
      when: 'one layer in the middle with half of it',
      measured: { rows: stackRows(60, (i) => (i === 29 ? { lightS: 1.3 } : {})) },
      finds: [other('1 layer has another light than the rest', '1.30 s in layer 30', 30, 1.5)],
    },
    {
      when: 'two with more, and the further off is told',
      measured: { rows: stackRows(60, (i) => (i === 29 ? { lightS: 2.7 } : i === 39 ? { lightS: 4 } : {})) },
      finds: [other('2 layers have another light than the rest', '4.00 s in layer 40', 40, 2)],
    },
    {
      when: 'a hundredth more',
      measured: { rows: stackRows(60, (i) => (i === 29 ? { lightS: 2.62 } : {})) },
      finds: [],
    },
  ],
};
