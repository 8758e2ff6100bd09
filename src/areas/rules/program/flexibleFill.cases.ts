import type { RuleCases } from '../cases.ts';
import { flexibleFill } from './flexibleFill.ts';

export const cases: RuleCases = {
  rule: flexibleFill,
  job: [
    {
      when: 'it is filled by 25 %',
      mesh: {},
      values: { infillPercent: 25, family: 'TPU', allowedFamilies: 'TPU' },
      job: { purpose: 'flexible' },
      finds: [],
    },
    {
      when: 'it is filled by 60 %',
      mesh: {},
      values: { infillPercent: 60, family: 'TPU', allowedFamilies: 'TPU' },
      job: { purpose: 'flexible' },
      finds: [
        {
          severity: 'caution',
          title: 'Too much infill to bend',
          figure: '60 %',
          limit: '25 %',
          origin: 'purpose: flexible',
          fix: 'set 25 % infill',
          change: { values: { infillPercent: 25 } },
        },
      ],
    },
    { when: 'it need not bend', mesh: {}, values: { infillPercent: 60 }, finds: [] },
  ],
};
