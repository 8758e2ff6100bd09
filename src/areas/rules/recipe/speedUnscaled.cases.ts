import type { RuleCases } from '../cases.ts';
import { speedUnscaled } from './speedUnscaled.ts';

export const cases: RuleCases = {
  rule: speedUnscaled,
  recipe: [
    {
      when: 'hurried',
      machine: { speedPercent: 130 },
      finds: [
        {
          severity: 'blocker',
          title: 'Speed at the machine is set to 130 %',
          figure: '130 %',
          limit: '100 %',
          origin: 'machine, Rifugio Vodice',
          fix: 'set 100 % at the machine',
          change: { machine: { speedPercent: 100 } },
        },
      ],
    },
  ],
};
