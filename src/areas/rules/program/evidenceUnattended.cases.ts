import type { RuleCases } from '../cases.ts';
import { evidenceUnattended } from './evidenceUnattended.ts';

export const cases: RuleCases = {
  rule: evidenceUnattended,
  job: [
    {
      when: 'a proof lasts three days more',
      job: { class: 'lights-out' },
      proofs: { flow: { daysLeft: 3 } },
      finds: [],
    },
    {
      when: 'a proof lasts two days more',
      job: { class: 'lights-out' },
      proofs: { flow: { daysLeft: 2 } },
      finds: [
        {
          severity: 'caution',
          title: 'A proof is about to fall due: flow',
          figure: '2 days left',
          limit: '3 days',
          origin: 'proven by T-0001',
          fix: 'run its trial again before the night',
          trialId: 't',
        },
      ],
    },
    { when: 'people are there', proofs: { flow: { daysLeft: 2 } }, finds: [] },
    {
      when: 'a proof is due already, which another rule says',
      job: { class: 'lights-out' },
      proofs: { nozzleC: { state: 'due', because: 'nozzle changed 1 d ago', daysLeft: 0 } },
      finds: [],
      others: ['evidence-not-due', 'proofs-complete'],
    },
  ],
};
