import type { RuleCases } from '../cases.ts';
import { evidenceNotDue } from './evidenceNotDue.ts';

export const cases: RuleCases = {
  rule: evidenceNotDue,
  recipe: [
    {
      when: 'retraction due',
      proofs: { retractionMm: { state: 'due', because: 'nozzle changed 3 d ago' } },
      finds: [
        {
          severity: 'caution',
          title: 'Evidence is due: retraction',
          figure: 'nozzle changed 3 d ago',
          limit: 'valid evidence',
          origin: 'proven by T-0001',
          fix: 'run its trial again',
          isUnproven: true,
          change: { proofs: { retractionMm: { state: 'proven' } } },
        },
      ],
    },
  ],
};
