import type { RuleCases } from '../cases.ts';
import { endCools } from './endCools.ts';

export const cases: RuleCases = {
  rule: endCools,
  recipe: [
    {
      when: 'the bed stays on',
      values: { endBlock: 'M104 S0\nM84' },
      finds: [
        {
          severity: 'blocker',
          title: 'A heater stays on at the end',
          figure: 'no M140 S0',
          limit: 'both off',
          origin: 'printer',
          fix: 'add M140 S0',
          change: { values: { endBlock: 'M104 S0\nM84\nM140 S0' } },
        },
      ],
    },
  ],
};
