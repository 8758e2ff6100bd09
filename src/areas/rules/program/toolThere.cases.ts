import type { RuleCases } from '../cases.ts';
import { toolThere } from './toolThere.ts';

export const cases: RuleCases = {
  rule: toolThere,
  job: [
    {
      when: 'it asks for a second head of one',
      program: { before: { end: 'M104 S0\nT1' } },
      finds: [
        {
          severity: 'blocker',
          title: 'The program asks for tool 1',
          figure: 'T1 at line 123',
          limit: 'one head, T0',
          origin: 'hardware, Rifugio Vodice',
          fix: 'have it made for one head',
          line: 123,
          layer: 5,
          zMm: 1,
        },
      ],
    },
    {
      when: 'it asks for a third head of two',
      program: { before: { end: 'M104 S0\nT2' } },
      values: { heads: 2 },
      finds: [
        {
          severity: 'blocker',
          title: 'The program asks for tool 2',
          figure: 'T2 at line 123',
          limit: '2 heads, T0 to T1',
          origin: 'hardware, Rifugio Vodice',
          fix: 'have it made for this machine’s heads',
          line: 123,
          layer: 5,
          zMm: 1,
        },
      ],
    },
    {
      when: 'it asks for the second of two',
      program: { before: { end: 'M104 S0\nT1' } },
      values: { heads: 2 },
      finds: [],
    },
    {
      when: 'the number of heads was not kept',
      forget: ['heads'],
      finds: [],
      needs: 'the number of heads, which was not kept',
    },
  ],
};
