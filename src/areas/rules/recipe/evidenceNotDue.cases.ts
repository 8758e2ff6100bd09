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
    {
      when: 'three due, two of them by one change: told once, by what made them so',
      proofs: {
        retractionMm: { state: 'due', because: 'nozzle changed 3 d ago' },
        accelerationMmPerS2: { state: 'due', because: 'belt worked on 9 d ago', trialName: 'T-0002' },
        nozzleC: { state: 'due', because: 'nozzle changed 3 d ago' },
      },
      finds: [
        {
          severity: 'caution',
          title: 'Evidence is due: 3 values',
          figure: 'nozzle changed 3 d ago: nozzle temperature, retraction; belt worked on 9 d ago: acceleration',
          limit: 'valid evidence',
          origin: 'proven by T-0001, T-0002',
          fix: 'run their trials again',
          isUnproven: true,
          change: {
            proofs: {
              retractionMm: { state: 'proven' },
              accelerationMmPerS2: { state: 'proven' },
              nozzleC: { state: 'proven' },
            },
          },
        },
      ],
    },
  ],
};
