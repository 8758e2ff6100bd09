import type { RuleCases } from '../cases.ts';
import { filamentGround } from './filamentGround.ts';

export const cases: RuleCases = {
  rule: filamentGround,
  job: [
    { when: 'it retracts now and then', finds: [] },
    {
      when: 'a layer retracts a thousand times',
      program: { before: { layer4: 'G1 E-1.2 F2100\nG1 E1.2\n'.repeat(600).trim() } },
      finds: [
        {
          severity: 'caution',
          title: 'The same filament is retracted again and again',
          figure: '42 times on layer 3 (601 retractions, 17 mm used)',
          limit: '20 times',
          origin: 'farm practice',
          fix: 'retract 0.57 mm there, or only for longer travels',
          line: 57,
          layer: 3,
          zMm: 0.6,
        },
      ],
    },
    {
      when: 'many retractions on much filament',
      program: { before: { layer4: 'G1 E-1.2 F2100\nG1 E1.2\n'.repeat(30).trim() } },
      finds: [],
    },
    {
      when: 'nothing retracts',
      program: { replace: [[/G1 E-?1\.2 F2100\n/g, '']] },
      finds: [],
      needs: 'a program that retracts',
    },
  ],
};
