import type { RuleCases } from '../cases.ts';
import { chamberWithinMachine } from './chamberWithinMachine.ts';

export const cases: RuleCases = {
  rule: chamberWithinMachine,
  recipe: [
    { when: 'at the limit', values: { chamberMaxC: 50 }, finds: [] },
    {
      when: 'an unheated box',
      values: { chamberMaxC: 40 },
      finds: [
        {
          severity: 'blocker',
          title: 'Chamber temperature beyond the machine',
          figure: '50 °C',
          limit: '40 °C',
          origin: 'hardware, printer',
          fix: 'set 40 °C',
          change: { values: { chamberC: 40 } },
        },
      ],
    },
  ],
};
