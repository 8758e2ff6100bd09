import type { RuleCases } from '../cases.ts';
import { scaledEvenly } from './scaledEvenly.ts';

export const cases: RuleCases = {
  rule: scaledEvenly,
  job: [
    {
      when: 'it is scaled to 102 %',
      mesh: { placed: { scale: [1.02, 1.02, 1.02] } },
      finds: [
        {
          severity: 'note',
          title: 'It is scaled',
          figure: '102 %',
          limit: '100 %',
          origin: 'as drawn',
          fix: 'set it down at 100 %, or have it drawn at the size it should have',
          change: { scale: [1, 1, 1] },
        },
      ],
    },
    {
      when: 'it is scaled to 102 % and must be accurate',
      mesh: { placed: { scale: [1.02, 1.02, 1.02] } },
      job: { purpose: 'accurate' },
      finds: [
        {
          severity: 'caution',
          title: 'It is scaled',
          figure: '102 %',
          limit: '100 %',
          origin: 'purpose: accurate',
          fix: 'set it down at 100 %, or have it drawn at the size it should have',
          change: { scale: [1, 1, 1] },
        },
      ],
    },
    {
      when: 'it is stretched along Y',
      mesh: { placed: { scale: [1, 1.2, 1] } },
      finds: [
        {
          severity: 'caution',
          title: 'It is scaled unevenly',
          figure: '100 / 120 / 100 %',
          limit: '100 %',
          origin: 'as drawn',
          fix: 'set it down at 100 %, or have it drawn at the size it should have',
          change: { scale: [1, 1, 1] },
        },
      ],
    },
  ],
};
