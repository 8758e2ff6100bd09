import type { RuleCases } from '../cases.ts';
import { machineReady } from './machineReady.ts';

export const cases: RuleCases = {
  rule: machineReady,
  recipe: [
    {
      when: 'not',
      machine: { ready: false },
      finds: [
        {
          severity: 'blocker',
          title: 'Rifugio Vodice is not ready',
          figure: 'not ready',
          limit: 'ready',
          origin: 'machine, Rifugio Vodice',
          fix: 'see its page and set it ready',
          change: { machine: { ready: true } },
        },
      ],
    },
  ],
};
