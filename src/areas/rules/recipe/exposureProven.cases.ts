import type { RuleCases } from '../cases.ts';
import { exposureProven } from './exposureProven.ts';

export const cases: RuleCases = {
  rule: exposureProven,
  recipe: [
    { when: 'at an end', values: { exposureS: 2.3, transitionLayers: 8 }, finds: [] },
    {
      when: 'longer',
      values: { exposureS: 3.6 },
      finds: [
        {
          severity: 'caution',
          title: 'Exposure above what is proven',
          figure: '3.6 s',
          limit: '2.3 s to 3 s',
          origin: 'proven by T-0001',
          fix: 'set 3 s or prove it',
          trialId: 't',
          change: { values: { exposureS: 3 } },
        },
      ],
    },
  ],
};
