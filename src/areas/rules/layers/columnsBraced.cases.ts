import type { RuleCases } from '../cases.ts';
import { columnsBraced } from './columnsBraced.ts';

const column = (lengthMm: number) => ({ longestColumn: { lengthMm, layer: 640, zMm: 32, xMm: 40, yMm: 30 } });

export const cases: RuleCases = {
  rule: columnsBraced,
  stack: [
    {
      when: 'a column of more than thirty millimetres',
      measured: column(30.06),
      finds: [
        {
          severity: 'caution',
          title: 'A slender column is long and nothing braces it',
          figure: '30.1 mm up to layer 640',
          limit: '30 mm',
          origin: 'common practice',
          fix: 'add a support beside it, so that braces join them, or lay the part lower',
          layer: 640,
          zMm: 32,
          place: { xMm: 40, yMm: 30 },
        },
      ],
    },
    { when: 'a column of thirty', measured: column(30), finds: [] },
    { when: 'no column', measured: { longestColumn: null }, finds: [] },
  ],
};
