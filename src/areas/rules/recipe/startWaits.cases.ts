import type { RuleCases } from '../cases.ts';
import { startWaits } from './startWaits.ts';

export const cases: RuleCases = {
  rule: startWaits,
  recipe: [
    {
      when: 'only sets the nozzle',
      values: { startBlock: 'M190 S{bed}\nM104 S{nozzle}\nG28' },
      finds: [
        {
          severity: 'blocker',
          title: 'The start block does not wait for the nozzle',
          figure: 'no M109',
          limit: 'wait before extruding',
          origin: 'printer',
          fix: 'add M109 S{nozzle}',
          change: { values: { startBlock: 'M190 S{bed}\nM104 S{nozzle}\nG28\nM109 S{nozzle}' } },
        },
      ],
    },
  ],
};
