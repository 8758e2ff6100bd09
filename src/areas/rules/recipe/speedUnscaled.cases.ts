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
    {
      when: 'a hundredth faster',
      machine: { speedPercent: 101 },
      finds: [
        {
          severity: 'blocker',
          title: 'Speed at the machine is set to 101 %',
          figure: '101 %',
          limit: '100 %',
          origin: 'machine, Rifugio Vodice',
          fix: 'set 100 % at the machine',
          change: { machine: { speedPercent: 100 } },
        },
      ],
    },
    {
      when: 'slower',
      machine: { speedPercent: 90 },
      finds: [
        {
          severity: 'caution',
          title: 'Speed at the machine is set to 90 %',
          figure: '90 %',
          limit: '100 %',
          origin: 'machine, Rifugio Vodice',
          fix: 'set 100 % at the machine',
          change: { machine: { speedPercent: 100 } },
        },
      ],
    },
  ],
};
