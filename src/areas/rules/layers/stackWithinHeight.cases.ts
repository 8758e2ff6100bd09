import type { RuleCases } from '../cases.ts';
import { stackWithinHeight } from './stackWithinHeight.ts';

export const cases: RuleCases = {
  rule: stackWithinHeight,
  stack: [
    { when: 'as tall as it goes: 3 mm and a lift of 7', values: { travelZMm: 10 }, finds: [] },
    {
      when: 'a little taller',
      values: { travelZMm: 9.9 },
      finds: [
        {
          severity: 'blocker',
          title: 'The stack is taller than the travel of the plate',
          figure: '3.00 mm and a lift of 7 mm',
          limit: '9.9 mm',
          origin: 'hardware, Rifugio Vodice',
          fix: 'turn the part, cut it, or take a taller printer',
          layer: 60,
          zMm: 3,
        },
      ],
    },
  ],
};
