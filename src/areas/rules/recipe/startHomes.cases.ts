import type { RuleCases } from '../cases.ts';
import { startHomes } from './startHomes.ts';

export const cases: RuleCases = {
  rule: startHomes,
  recipe: [
    {
      when: 'does not',
      values: { startBlock: 'M140 S{bed}\nM190 S{bed}\nM109 S{nozzle}\nG90' },
      finds: [
        {
          severity: 'blocker',
          title: 'The start block does not home',
          figure: 'no G28',
          limit: 'G28 before the first move',
          origin: 'printer',
          fix: 'add G28',
          change: { values: { startBlock: 'G28\nM140 S{bed}\nM190 S{bed}\nM109 S{nozzle}\nG90' } },
        },
      ],
    },
  ],
};
