import type { RuleCases } from '../cases.ts';
import { delayCounts } from './delayCounts.ts';

export const cases: RuleCases = {
  rule: delayCounts,
  recipe: [
    { when: 'a little longer', values: { importedDelayS: 12 }, finds: [] },
    {
      when: 'shorter than the motion',
      values: { importedDelayS: 4 },
      finds: [
        {
          severity: 'note',
          title: 'The delay does nothing: the motion alone takes longer',
          figure: '4 s',
          limit: '10.7 s',
          origin: 'printer, counted from light-off',
          fix: 'set 10.7 s or leave it',
          change: { values: { importedDelayS: 10.667 } },
        },
      ],
    },
    {
      when: 'far longer',
      values: { importedDelayS: 40 },
      finds: [
        {
          severity: 'note',
          title: 'The delay is far longer than the motion',
          figure: '40 s, 8.1 h in 1000 layers',
          limit: '10.7 s',
          origin: 'printer, counted from light-off',
          fix: 'set 10.7 s',
          change: { values: { importedDelayS: 10.667 } },
        },
      ],
    },
    {
      when: 'a delay counted from the start of the layer',
      values: { delayCounting: 'from the end of the return', importedDelayS: 60 },
      finds: [],
    },
  ],
};
