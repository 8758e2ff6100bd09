import type { RuleCases } from '../cases.ts';
import { scalesAlike } from './scalesAlike.ts';

export const cases: RuleCases = {
  rule: scalesAlike,
  recipe: [
    { when: 'a little apart', values: { scaleXPercent: 100.4 }, finds: [] },
    {
      when: 'far apart',
      values: { scaleXPercent: 102 },
      finds: [
        {
          severity: 'note',
          title: 'X and Y are scaled differently',
          figure: '102 and 100 %',
          limit: '0.5 % apart',
          origin: 'common practice',
          fix: 'set both to 102 %, or prove them',
          change: { values: { scaleYPercent: 102 } },
        },
      ],
    },
    { when: 'just half a percent apart', values: { scaleXPercent: 100.5 }, finds: [] },
  ],
};
