import type { RuleCases } from '../cases.ts';
import { stackWithinHeight } from './stackWithinHeight.ts';

const lifting = (mm: number) => ({
  motion: {
    pauseBeforeLiftS: 0.5,
    lift: [{ mm, mmPerS: 1 }],
    pauseAtTopS: 0,
    return: [{ mm, mmPerS: 1 }],
    pauseBeforeExposureS: 1.5,
  },
  layer: 1,
  layers: 30,
});

export const cases: RuleCases = {
  rule: stackWithinHeight,
  stack: [
    {
      when: 'a higher lift in some layers',
      values: { travelZMm: 10 },
      measured: { motions: [lifting(5), lifting(8)] },
      finds: [
        {
          severity: 'blocker',
          title: 'The stack is taller than the travel of the plate',
          figure: '3.00 mm and a lift of 8 mm',
          limit: '10 mm',
          origin: 'hardware, Rifugio Vodice',
          fix: 'turn the part, cut it, or take a taller printer',
          layer: 60,
          zMm: 3,
        },
      ],
    },
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
