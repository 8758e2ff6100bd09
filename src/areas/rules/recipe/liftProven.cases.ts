import type { RuleCases } from '../cases.ts';
import { liftProven } from './liftProven.ts';

export const cases: RuleCases = {
  rule: liftProven,
  recipe: [
    { when: 'at the limit', values: { liftFirstMmPerS: 1.2 }, finds: [] },
    {
      when: 'faster',
      values: { liftFirstMmPerS: 2 },
      finds: [
        {
          severity: 'caution',
          title: 'Lift speed, first stage above what is proven',
          figure: '2 mm/s',
          limit: '1.2 mm/s',
          origin: 'proven by T-0001',
          fix: 'set 1.2 mm/s or prove it',
          trialId: 't',
          change: { values: { liftFirstMmPerS: 1.2 } },
        },
      ],
    },
  ],
};
