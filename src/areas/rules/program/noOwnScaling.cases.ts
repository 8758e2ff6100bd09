import type { RuleCases } from '../cases.ts';
import { noOwnScaling } from './noOwnScaling.ts';

export const cases: RuleCases = {
  rule: noOwnScaling,
  job: [
    {
      when: 'it runs at 130 % of its speed',
      program: { before: { layer2: 'M220 S130' } },
      finds: [
        {
          severity: 'caution',
          title: 'The program sets its own speed to 130 %',
          figure: 'M220 S130 at line 29',
          limit: '100 %',
          origin: 'what is proven is proven at 100 %',
          fix: 'take M220 out, or have the program made with the speed it wants',
          line: 29,
          layer: 1,
          zMm: 0.2,
        },
      ],
    },
    {
      when: 'it feeds 95 %',
      program: { before: { layer2: 'M221 S95' } },
      finds: [
        {
          severity: 'caution',
          title: 'The program sets its own flow to 95 %',
          figure: 'M221 S95 at line 29',
          limit: '100 %',
          origin: 'what is proven is proven at 100 %',
          fix: 'take M221 out, or have the program made with the flow it wants',
          line: 29,
          layer: 1,
          zMm: 0.2,
        },
      ],
    },
    { when: 'it runs at 100 %', program: { before: { layer2: 'M220 S100\nM221 S100' } }, finds: [] },
    {
      when: 'a hundredth faster',
      program: { before: { layer2: 'M220 S101' } },
      finds: [
        {
          severity: 'caution',
          title: 'The program sets its own speed to 101 %',
          figure: 'M220 S101 at line 29',
          limit: '100 %',
          origin: 'what is proven is proven at 100 %',
          fix: 'take M220 out, or have the program made with the speed it wants',
          line: 29,
          layer: 1,
          zMm: 0.2,
        },
      ],
    },
  ],
};
