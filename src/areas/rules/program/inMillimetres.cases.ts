import type { RuleCases } from '../cases.ts';
import { inMillimetres } from './inMillimetres.ts';

export const cases: RuleCases = {
  rule: inMillimetres,
  job: [
    {
      when: 'it switches to inches and back',
      program: { before: { layer3: 'G20\nG21' } },
      finds: [
        {
          severity: 'caution',
          title: 'The program switches to inches',
          figure: 'G20 at line 53',
          limit: 'G21',
          origin: 'farm practice',
          fix: 'have it made in millimetres, or make sure that the controller knows G20',
          line: 53,
        },
      ],
    },
  ],
};
