import type { RuleCases } from '../cases.ts';
import { endsOnce } from './endsOnce.ts';

export const cases: RuleCases = {
  rule: endsOnce,
  job: [
    {
      when: 'a second program stands behind the end of the first',
      program: { replace: [[/M84$/, 'M84\nM30\n\n; and once more\nG28\nG1 X20 E400']] },
      finds: [
        {
          severity: 'caution',
          title: 'The program ends before the file does',
          figure: '2 lines behind the end, from line 131 on',
          limit: 'none',
          origin: 'the program itself',
          fix: 'take out the end where it stands too early; what is behind it is not sent',
          line: 131,
        },
      ],
    },
    {
      when: 'the end comes before the heaters are off',
      program: { before: { end: 'M2' } },
      finds: [
        {
          severity: 'caution',
          title: 'The program ends before the file does',
          figure: '6 lines behind the end, from line 123 on',
          limit: 'none',
          origin: 'the program itself',
          fix: 'take out the end where it stands too early; what is behind it is not sent',
          line: 123,
        },
      ],
      others: ['heaters-off', 'parks-clear'],
    },
    {
      when: 'the file is marked off by per-cent signs, with comments behind',
      program: {
        replace: [
          [/^/, '%\n'],
          [/M84$/, 'M84\n%\n; made by hand'],
        ],
      },
      finds: [],
    },
    {
      when: 'a file of a card is deleted on the way',
      program: { before: { end: 'M30 old/part_2.gco' } },
      finds: [],
    },
    {
      when: 'it was read before its end was',
      measured: { report: { afterEnd: undefined as never } },
      finds: [],
      needs: 'a program read by this version; check again',
    },
  ],
};
