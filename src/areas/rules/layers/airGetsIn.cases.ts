import type { RuleCases } from '../cases.ts';
import { airGetsIn } from './airGetsIn.ts';

const hole = { at: [20, 30, 4], diameterMm: 2.4, lengthMm: 2, wallMm: 2, slopeDeg: 0 } as const;

export const cases: RuleCases = {
  rule: airGetsIn,
  stack: [
    {
      when: 'one hole',
      measured: { holes: [hole] },
      finds: [
        {
          severity: 'caution',
          title: 'There is one hole, and no air gets in',
          figure: '1 hole',
          limit: '2 holes',
          origin: 'common practice',
          fix: 'bore a second one away from it, as low as the first or at the far end',
          layer: 80,
          zMm: 4,
          place: { xMm: 20, yMm: 30 },
        },
      ],
    },
    { when: 'two of them', measured: { holes: [hole, hole] }, finds: [] },
    { when: 'none', measured: { holes: [] }, finds: [] },
    {
      when: 'layers that came as they are',
      finds: [],
      needs: 'the holes as they were bored; these layers came as they are',
    },
  ],
};
