import type { RuleCases } from '../cases.ts';
import { returnSlower } from './returnSlower.ts';

export const cases: RuleCases = {
  rule: returnSlower,
  recipe: [
    { when: 'slower', values: { returnSecondMmPerS: 2 }, finds: [] },
    {
      when: 'as fast',
      values: { returnSecondMmPerS: 3 },
      finds: [
        {
          severity: 'caution',
          title: 'The return does not slow down',
          figure: '3 mm/s',
          limit: 'below 3 mm/s',
          origin: 'process',
          fix: 'set 1.5 mm/s',
          change: { values: { returnSecondMmPerS: 1.5 } },
        },
      ],
    },
  ],
};
