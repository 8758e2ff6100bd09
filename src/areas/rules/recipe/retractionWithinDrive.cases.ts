import type { RuleCases } from '../cases.ts';
import { retractionWithinDrive } from './retractionWithinDrive.ts';

export const cases: RuleCases = {
  rule: retractionWithinDrive,
  recipe: [
    { when: 'at the limit', values: { retractionMmPerS: 80 }, finds: [] },
    {
      when: 'faster',
      values: { retractionMmPerS: 95 },
      finds: [
        {
          severity: 'blocker',
          title: 'Retraction speed beyond the machine',
          figure: '95 mm/s',
          limit: '80 mm/s',
          origin: 'hardware, printer',
          fix: 'set 80 mm/s',
          change: { values: { retractionMmPerS: 80 } },
        },
      ],
    },
  ],
};
