import type { RuleCases } from '../cases.ts';
import { readableLines } from './readableLines.ts';

export const cases: RuleCases = {
  rule: readableLines,
  job: [
    {
      when: 'a stray sign',
      program: { before: { layer3: 'G1 F1800 %' } },
      finds: [
        {
          severity: 'caution',
          title: 'A line cannot be read as written',
          figure: 'line 53: a character that belongs to no word: "%"',
          limit: 'a command with figures',
          origin: 'the program itself',
          fix: 'have the file made again, or mend the line',
          line: 53,
          layer: 2,
          zMm: 0.4,
        },
      ],
    },
    {
      when: 'two lines with signs, and a wrong checksum before',
      program: { before: { layer3: 'N5 G1 F1800*12\nG1 F1800 %\nG1 F1800 &' } },
      finds: [
        {
          severity: 'caution',
          title: '2 lines cannot be read as written',
          figure: 'line 54: a character that belongs to no word: "%"',
          limit: 'a command with figures',
          origin: 'the program itself',
          fix: 'have the file made again, or mend the line',
          line: 54,
          layer: 2,
          zMm: 0.4,
        },
      ],
      others: ['checksums-hold'],
    },
  ],
};
