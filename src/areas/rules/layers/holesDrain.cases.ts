import type { RuleCases } from '../cases.ts';
import { holesDrain } from './holesDrain.ts';

const hole = (diameterMm: number, lengthMm: number, slopeDeg = 0) => ({
  at: [70, 40, 2] as const,
  diameterMm,
  lengthMm,
  wallMm: 2,
  slopeDeg,
});
const stuck = {
  severity: 'caution',
  title: '1 hole does not drain',
  figure: '1.7 mm wide, 2.00 mm long at 0°',
  limit: '2.00 mm',
  origin: 'common practice',
  fix: 'bore it 2.0 mm wide, or where it goes straight through',
  layer: 40,
  zMm: 2,
  place: { xMm: 70, yMm: 40 },
} as const;

export const cases: RuleCases = {
  rule: holesDrain,
  stack: [
    {
      when: 'a hole of 1.7 mm in a wall of 2 mm',
      measured: { holes: [hole(1.7, 2)] },
      others: ['air-gets-in'],
      finds: [stuck],
    },
    { when: 'a hole of 2 mm in it', measured: { holes: [hole(2, 2)] }, others: ['air-gets-in'], finds: [] },
    {
      when: 'holes that go in at 45°, the narrower of two that do not drain told',
      measured: { holes: [hole(2.5, 2.83, 45), hole(2, 2.83, 45), hole(3, 2.83, 45)] },
      finds: [
        {
          ...stuck,
          title: '2 holes do not drain',
          figure: '2.0 mm wide, 2.83 mm long at 45°',
          limit: '2.83 mm',
          fix: 'bore it 2.9 mm wide, or where it goes straight through',
        },
      ],
    },
    {
      when: 'a narrow one in a thin wall at the plate',
      measured: { holes: [{ ...hole(1.5, 1), at: [70, 40, 0] as const }] },
      others: ['air-gets-in'],
      finds: [{ ...stuck, figure: '1.5 mm wide, 1.00 mm long at 0°', layer: 1, zMm: 0 }],
    },
    { when: 'a part without holes', measured: { holes: [] }, finds: [] },
    {
      when: 'layers that came as they are',
      finds: [],
      needs: 'the holes as they were bored; these layers came as they are',
    },
  ],
};
