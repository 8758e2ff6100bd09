import type { RuleCases } from '../cases.ts';
import { flexiblePlastic } from './flexiblePlastic.ts';

export const cases: RuleCases = {
  rule: flexiblePlastic,
  job: [
    {
      when: 'it is of TPU',
      values: { family: 'TPU', allowedFamilies: 'TPU' },
      job: { purpose: 'flexible' },
      finds: [],
    },
    {
      when: 'it is of ASA',
      job: { purpose: 'flexible' },
      finds: [
        {
          severity: 'caution',
          title: 'This material does not bend',
          figure: 'ASA',
          limit: 'TPU, TPE, PA, PP',
          origin: 'purpose: flexible',
          fix: 'choose a flexible material, or make the part thin where it bends',
        },
      ],
    },
    { when: 'it need not bend', finds: [] },
    {
      when: 'the material names no family',
      job: { purpose: 'flexible' },
      without: ['family', 'supportAngleDeg'],
      finds: [],
      needs: 'the material’s family',
    },
  ],
};
