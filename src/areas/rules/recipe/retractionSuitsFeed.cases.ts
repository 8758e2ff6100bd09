import type { RuleCases } from '../cases.ts';
import { retractionSuitsFeed } from './retractionSuitsFeed.ts';

export const cases: RuleCases = {
  rule: retractionSuitsFeed,
  recipe: [
    { when: 'a proven one', values: { feedType: 'remote' }, finds: [] },
    {
      when: 'short through a tube',
      values: { feedType: 'remote' },
      proofs: { retractionMm: { state: 'unproven' } },
      finds: [
        {
          severity: 'caution',
          title: 'A short retraction through a tube',
          figure: '1.2 mm',
          limit: 'at least 2 mm',
          origin: 'common practice',
          fix: 'set 2 mm or prove it',
          change: { values: { retractionMm: 2 } },
        },
      ],
    },
    {
      when: 'long on the tool',
      values: { retractionMm: 6 },
      proofs: { retractionMm: { state: 'unproven' } },
      finds: [
        {
          severity: 'caution',
          title: 'A long retraction on a drive that sits on the tool',
          figure: '6 mm',
          limit: 'at most 3 mm',
          origin: 'common practice',
          fix: 'set 3 mm or prove it',
          change: { values: { retractionMm: 3 } },
        },
      ],
    },
  ],
};
