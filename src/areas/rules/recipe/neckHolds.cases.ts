import type { RuleCases } from '../cases.ts';
import { neckHolds } from './neckHolds.ts';

export const cases: RuleCases = {
  rule: neckHolds,
  recipe: [
    { when: 'at the limit', values: { supportTipMm: 0.35 }, finds: [] },
    {
      when: 'thinner',
      values: { supportTipMm: 0.25 },
      finds: [
        {
          severity: 'caution',
          title: 'Support tip below what is proven',
          figure: '0.25 mm',
          limit: '0.35 mm to 3 mm',
          origin: 'proven by T-0001',
          fix: 'set 0.35 mm or prove it',
          trialId: 't',
          change: { values: { supportTipMm: 0.35 } },
        },
      ],
    },
  ],
};
