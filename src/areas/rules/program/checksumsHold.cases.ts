import type { RuleCases } from '../cases.ts';
import { checksumsHold } from './checksumsHold.ts';

export const cases: RuleCases = {
  rule: checksumsHold,
  job: [
    { when: 'a checksum holds', program: { before: { layer3: 'N5 G1 F1800*66' } }, finds: [] },
    {
      when: 'a checksum is wrong',
      program: { before: { layer3: 'N5 G1 F1800*12' } },
      finds: [
        {
          severity: 'blocker',
          title: 'The file was spoiled on its way',
          figure: '1 wrong checksum, first at line 53',
          limit: 'none',
          origin: 'the program itself',
          fix: 'copy the file again from where it was made',
          line: 53,
          layer: 2,
          zMm: 0.4,
        },
      ],
    },
  ],
};
