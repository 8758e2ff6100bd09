import type { RuleCases } from '../cases.ts';
import { supportGapFits } from './supportGapFits.ts';

export const cases: RuleCases = {
  rule: supportGapFits,
  recipe: [
    { when: 'two layers', values: { supportGapZMm: 0.4 }, finds: [] },
    {
      when: 'almost none',
      values: { supportGapZMm: 0.05 },
      finds: [
        {
          severity: 'caution',
          title: 'The support gap is too small',
          figure: '0.05 mm',
          limit: '0.1 mm to 0.4 mm',
          origin: 'common practice',
          fix: 'set 0.1 mm',
          change: { values: { supportGapZMm: 0.1 } },
        },
      ],
    },
    {
      when: 'far too much',
      values: { supportGapZMm: 0.6 },
      finds: [
        {
          severity: 'caution',
          title: 'The support gap is too large',
          figure: '0.6 mm',
          limit: '0.1 mm to 0.4 mm',
          origin: 'common practice',
          fix: 'set 0.4 mm',
          change: { values: { supportGapZMm: 0.4 } },
        },
      ],
    },
  ],
};
