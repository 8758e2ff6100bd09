import type { RuleCases } from '../cases.ts';
import { pauseProven } from './pauseProven.ts';

export const cases: RuleCases = {
  rule: pauseProven,
  recipe: [
    { when: 'at the limit', values: { pauseBeforeExposureS: 1 }, finds: [] },
    {
      when: 'shorter',
      values: { pauseBeforeExposureS: 0.3 },
      finds: [
        {
          severity: 'caution',
          title: 'Pause before exposure below what is proven',
          figure: '0.3 s',
          limit: '1 s to 60 s',
          origin: 'proven by T-0001',
          fix: 'set 1 s or prove it',
          trialId: 't',
          change: { values: { pauseBeforeExposureS: 1 } },
        },
      ],
    },
  ],
};
