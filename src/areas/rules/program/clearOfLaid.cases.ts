import type { RuleCases } from '../cases.ts';
import { clearOfLaid } from './clearOfLaid.ts';

export const cases: RuleCases = {
  rule: clearOfLaid,
  job: [
    {
      when: 'it comes down 3 mm into what it has just laid',
      program: { before: { end: 'G1 Z21 F480\nG1 X100 E0.1 F1200\nG1 Z18 F480\nG0 X110' } },
      finds: [
        {
          severity: 'blocker',
          title: 'The nozzle is sent through what stands',
          figure: '3 mm deep, to 18 mm',
          limit: 'above what was laid there',
          origin: 'the program itself',
          fix: 'have the file made again; lift before such a move',
          line: 124,
          layer: 6,
          zMm: 18,
          place: { xMm: 100, yMm: 96.32 },
        },
      ],
      others: ['parks-clear'],
    },
    {
      when: 'it comes down beside what stands',
      program: { before: { end: 'G1 Z21 F480\nG1 X100 E0.1 F1200\nG0 X60\nG1 Z18 F480\nG1 Z21' } },
      finds: [],
    },
    {
      when: 'it comes down by what a sloping top lies unevenly in its cell',
      program: { before: { end: 'G1 Z21 F480\nG1 X100 E0.1 F1200\nG1 Z20.2 F480\nG0 X110\nG1 Z21' } },
      finds: [],
      others: ['parks-clear'],
    },
    {
      when: 'the program was read before this was looked at',
      measured: { report: { struck: undefined } },
      finds: [],
      needs: 'a program read by this version; check again',
    },
  ],
};
