import type { RuleCases } from '../cases.ts';
import { fanOnFirst } from './fanOnFirst.ts';

export const cases: RuleCases = {
  rule: fanOnFirst,
  job: [
    {
      when: 'it blows at half from the start',
      program: { before: { layer1: 'M106 S127' } },
      values: { fanRangePercent: [0, 100] },
      finds: [],
    },
    {
      when: 'it blows full from the start',
      program: { before: { layer1: 'M106 S255' } },
      values: { fanRangePercent: [0, 100] },
      finds: [
        {
          severity: 'caution',
          title: 'The fan runs on the first layer',
          figure: '100 %',
          limit: '50 %',
          origin: 'farm practice',
          fix: 'let it begin with layer 2 (line 35)',
          line: 8,
          layer: 1,
          zMm: 0.2,
        },
      ],
    },
    {
      when: 'it is set at the very end of the first layer',
      program: { before: { layer2: 'M106 S255' } },
      values: { fanRangePercent: [0, 100] },
      finds: [],
    },
    {
      when: 'it is set in the middle of the first layer',
      program: { replace: [[/(G0 X90\.88 Y95\.88 F6000\n)/, 'M106 S200\n$1']] },
      values: { fanRangePercent: [0, 100] },
      finds: [
        {
          severity: 'caution',
          title: 'The fan runs on the first layer',
          figure: '78 %',
          limit: '50 %',
          origin: 'farm practice',
          fix: 'let it begin with layer 2 (line 35)',
          line: 19,
          layer: 1,
          zMm: 0.2,
        },
      ],
    },
    {
      when: 'the program has one layer',
      program: { instead: { layer2: '', layer3: '', layer4: '', layer5: '' } },
      finds: [],
      needs: 'a program of two layers or more',
    },
    { when: 'just half', measured: { report: { fan: [{ percent: 50, line: 12 }] } }, finds: [] },
    {
      when: 'full three quarters of the way up to the second layer',
      measured: { report: { fan: [{ percent: 100, line: (10 + 3 * 34) / 4 }] } },
      finds: [],
    },
    {
      when: 'full a line earlier',
      measured: { report: { fan: [{ percent: 100, line: (10 + 3 * 34) / 4 - 1 }] } },
      finds: [
        {
          severity: 'caution',
          title: 'The fan runs on the first layer',
          figure: '100 %',
          limit: '50 %',
          origin: 'farm practice',
          fix: 'let it begin with layer 2 (line 34)',
          line: 27,
          layer: 1,
          zMm: 0.2,
        },
      ],
    },
  ],
};
