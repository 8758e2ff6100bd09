import type { RuleCases } from '../cases.ts';
import { liftEqualsReturn } from './liftEqualsReturn.ts';

export const cases: RuleCases = {
  rule: liftEqualsReturn,
  recipe: [
    { when: 'equal', values: { returnFirstMm: 5, returnSecondMm: 2 }, finds: [] },
    {
      when: 'unequal',
      values: { returnSecondMm: 2 },
      finds: [
        {
          severity: 'blocker',
          title: 'Lift and return are not equal',
          figure: '7 mm up, 6 mm down',
          limit: 'equal',
          origin: 'process',
          fix: 'second stage of the return 3 mm',
          change: { values: { returnFirstMm: 4, returnSecondMm: 3 } },
        },
      ],
    },
  ],
};
