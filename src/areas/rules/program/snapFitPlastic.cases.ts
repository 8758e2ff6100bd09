import type { RuleCases } from '../cases.ts';
import { snapFitPlastic } from './snapFitPlastic.ts';

export const cases: RuleCases = {
  rule: snapFitPlastic,
  job: [
    { when: 'hooks of ASA', job: { purpose: 'snap fit' }, finds: [] },
    {
      when: 'hooks of PLA',
      job: { purpose: 'snap fit' },
      values: { family: 'PLA', allowedFamilies: 'PLA' },
      finds: [
        {
          severity: 'caution',
          title: 'Hooks of this material break',
          figure: 'PLA',
          limit: 'not PLA or PVA',
          origin: 'purpose: snap fit',
          fix: 'choose PETG, ASA, ABS or PA, or make the hook longer and thinner',
        },
      ],
    },
    { when: 'nothing snaps', values: { family: 'PLA', allowedFamilies: 'PLA' }, finds: [] },
    {
      when: 'the material names no family',
      job: { purpose: 'snap fit' },
      without: ['family', 'supportAngleDeg'],
      finds: [],
      needs: 'the material’s family',
    },
  ],
};
