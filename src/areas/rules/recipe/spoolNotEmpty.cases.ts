import type { RuleCases } from '../cases.ts';
import { spoolNotEmpty } from './spoolNotEmpty.ts';

export const cases: RuleCases = {
  rule: spoolNotEmpty,
  recipe: [
    { when: 'enough', machine: { remainingG: 60 }, finds: [] },
    {
      when: 'nearly empty',
      machine: { remainingG: 20 },
      finds: [
        {
          severity: 'note',
          title: 'The spool is nearly empty',
          figure: '20 g',
          limit: '50 g',
          origin: 'machine, Rifugio Vodice',
          fix: 'have the next spool at hand',
          change: { machine: { remainingG: 50 } },
        },
      ],
    },
  ],
};
