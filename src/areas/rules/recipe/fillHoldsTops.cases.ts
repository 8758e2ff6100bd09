import type { RuleCases } from '../cases.ts';
import { fillHoldsTops } from './fillHoldsTops.ts';

export const cases: RuleCases = {
  rule: fillHoldsTops,
  recipe: [
    { when: 'none at all', values: { infillPercent: 0 }, finds: [] },
    {
      when: 'very sparse',
      values: { infillPercent: 4 },
      finds: [
        {
          severity: 'note',
          title: 'The infill is too sparse to hold a top',
          figure: '4 %',
          limit: '8 %, or none at all',
          origin: 'common practice',
          fix: 'set 8 %',
          change: { values: { infillPercent: 8 } },
        },
      ],
    },
  ],
};
