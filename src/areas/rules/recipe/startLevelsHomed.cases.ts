import type { RuleCases } from '../cases.ts';
import { startLevelsHomed } from './startLevelsHomed.ts';

export const cases: RuleCases = {
  rule: startLevelsHomed,
  recipe: [
    { when: 'measured after', values: { startBlock: 'M190 S{bed}\nM109 S{nozzle}\nG28\nG29' }, finds: [] },
    {
      when: 'measured first',
      values: { startBlock: 'M190 S{bed}\nM109 S{nozzle}\nG29\nG28' },
      finds: [
        {
          severity: 'blocker',
          title: 'The bed is measured before homing',
          figure: 'G29 before G28',
          limit: 'G28 first',
          origin: 'printer',
          fix: 'move G29 below G28',
          change: { values: { startBlock: 'M190 S{bed}\nM109 S{nozzle}\nG28\nG29' } },
        },
      ],
    },
    {
      when: 'it levels before it homes',
      values: { startBlock: 'M140 S{bed}\nM190 S{bed}\nG29\nG28\nM109 S{nozzle}\nG90' },
      finds: [
        {
          severity: 'blocker',
          title: 'The bed is measured before homing',
          figure: 'G29 before G28',
          limit: 'G28 first',
          origin: 'printer',
          fix: 'move G29 below G28',
          change: { values: { startBlock: 'M140 S{bed}\nM190 S{bed}\nG28\nM109 S{nozzle}\nG90\nG29' } },
        },
      ],
    },
    {
      when: 'it homes first of all, then levels',
      values: { startBlock: 'G28\nG29\nM140 S{bed}\nM190 S{bed}\nM109 S{nozzle}\nG90' },
      finds: [],
    },
  ],
};
