import type { RuleCases } from '../cases.ts';
import { fanWithinSupplier } from './fanWithinSupplier.ts';

export const cases: RuleCases = {
  rule: fanWithinSupplier,
  recipe: [
    { when: 'none at all', values: { fanPercent: 0 }, finds: [] },
    {
      when: 'full',
      values: { fanPercent: 100 },
      finds: [
        {
          severity: 'caution',
          title: 'Fan above the supplier’s range',
          figure: '100 %',
          limit: '0 % to 40 %',
          origin: 'material data',
          fix: 'set 40 %, or prove 100 % by a trial',
          change: { values: { fanPercent: 40 } },
        },
      ],
    },
  ],
};
