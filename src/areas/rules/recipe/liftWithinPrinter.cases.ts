import type { RuleCases } from '../cases.ts';
import { liftWithinPrinter } from './liftWithinPrinter.ts';

export const cases: RuleCases = {
  rule: liftWithinPrinter,
  recipe: [
    { when: 'at the limit', values: { liftSecondMmPerS: 5 }, finds: [] },
    {
      when: 'faster',
      values: { liftSecondMmPerS: 8 },
      finds: [
        {
          severity: 'blocker',
          title: 'Lift speed, second stage beyond the machine',
          figure: '8 mm/s',
          limit: '5 mm/s',
          origin: 'hardware, printer',
          fix: 'set 5 mm/s',
          change: { values: { liftSecondMmPerS: 5 } },
        },
      ],
    },
  ],
};
