import type { RuleCases } from '../cases.ts';
import { fanForMaterial } from './fanForMaterial.ts';

export const cases: RuleCases = {
  rule: fanForMaterial,
  job: [
    { when: 'it blows as hard as the supplier allows', program: { replace: [[/M106 S38/, 'M106 S102']] }, finds: [] },
    {
      when: 'it blows harder',
      program: { replace: [[/M106 S38/, 'M106 S128']] },
      finds: [
        {
          severity: 'caution',
          title: 'Fan above the supplier’s range',
          figure: '50 % at the most',
          limit: '0 to 40 %',
          origin: 'material data, Torba ASA natural',
          fix: 'set it to 40 %, or prove the other by a part that is bent apart',
          line: 29,
          layer: 1,
          zMm: 0.2,
        },
      ],
    },
    {
      when: 'it never blows and the material wants it',
      program: { replace: [[/M106 S38\n/, '']] },
      values: { fanRangePercent: [20, 60] },
      finds: [
        {
          severity: 'caution',
          title: 'Fan below the supplier’s range',
          figure: '0 % at the most',
          limit: '20 to 60 %',
          origin: 'material data, Torba ASA natural',
          fix: 'set it to 20 %, or prove the other by a part that is bent apart',
        },
      ],
      others: ['fan-within-supplier'],
    },
    {
      when: 'it blows as little as the supplier allows',
      program: { replace: [[/M106 S38/, 'M106 S51']] },
      values: { fanRangePercent: [20, 60] },
      finds: [],
      others: ['fan-within-supplier'],
    },
    {
      when: 'the supplier states no range',
      without: ['fanRangePercent', 'supportAngleDeg'],
      finds: [],
      needs: 'the supplier’s range for the fan',
    },
    {
      when: 'half a percent less than the supplier wants',
      values: { fanRangePercent: [20, 60] },
      measured: { report: { fanMaxPercent: 19.5 } },
      finds: [],
      others: ['fan-within-supplier'],
    },
    { when: 'half a percent more than the supplier allows', measured: { report: { fanMaxPercent: 40.5 } }, finds: [] },
    {
      when: 'six tenths of a percent more, set on the first line',
      measured: { report: { fanMaxPercent: 40.6, fanMaxLine: 1 } },
      finds: [
        {
          severity: 'caution',
          title: 'Fan above the supplier’s range',
          figure: '41 % at the most',
          limit: '0 to 40 %',
          origin: 'material data, Torba ASA natural',
          fix: 'set it to 40 %, or prove the other by a part that is bent apart',
          line: 1,
        },
      ],
    },
  ],
};
