import type { RuleCases } from '../cases.ts';
import { bedStaysWarm } from './bedStaysWarm.ts';

export const cases: RuleCases = {
  rule: bedStaysWarm,
  job: [
    { when: 'it keeps half of its temperature', program: { before: { layer4: 'M140 S49' } }, finds: [] },
    {
      when: 'it is let cool below half from layer 4 on',
      program: { before: { layer4: 'M140 S48' } },
      finds: [
        {
          severity: 'caution',
          title: 'The bed cools while the part is still being printed',
          figure: '48 °C',
          limit: '49 °C',
          origin: 'farm practice',
          fix: 'take out the setting before line 81, or keep 98 °C to the end',
          line: 81,
          layer: 4,
          zMm: 0.8,
        },
      ],
    },
    {
      when: 'the program heats no bed',
      program: { replace: [[/M1[49]0 S98\n/g, '']] },
      finds: [],
      needs: 'a bed temperature in the program',
    },
  ],
};
