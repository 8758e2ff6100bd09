import { row } from '../figuresFixture.ts';
import { joined } from '../../../core/mesh/mesh.ts';
import { boxMesh } from '../../../core/mesh/solids.ts';
import type { RuleCases } from '../cases.ts';
import { nothingFloats } from './nothingFloats.ts';

export const cases: RuleCases = {
  rule: nothingFloats,
  job: [
    {
      when: 'a lug begins in the air',
      mesh: { body: () => joined([boxMesh([0, 0, 0], [20, 20, 20]), boxMesh([25, 5, 8], [32, 15, 14])]) },
      finds: [
        {
          severity: 'blocker',
          title: 'An area begins in the air',
          figure: '70.0 mm²',
          limit: 'part or support below it',
          origin: 'geometry',
          fix: 'support it, turn the part over, or ask whether it belongs to the part at all',
          layer: 41,
          zMm: 8.2,
        },
      ],
      others: ['overhang-proven'],
    },
    {
      when: 'the lug stands on support',
      mesh: { body: () => joined([boxMesh([0, 0, 0], [20, 20, 20]), boxMesh([25, 5, 8], [32, 15, 14])]) },
      values: { supportAngleDeg: 45 },
      finds: [],
    },
    {
      when: 'six layers begin in the air, one of them with half a square millimetre',
      mesh: {},
      measured: { mesh: { layers: Array.from({ length: 6 }, (_, k) => row({ zMm: 5 + k, floatingMm2: 0.5 + k })) } },
      finds: [
        {
          severity: 'blocker',
          title: 'An area begins in the air',
          figure: '0.5 mm²',
          limit: 'part or support below it',
          origin: 'geometry',
          fix: 'support it, turn the part over, or ask whether it belongs to the part at all',
          layer: 1,
          zMm: 5,
        },
        {
          severity: 'blocker',
          title: 'An area begins in the air',
          figure: '1.5 mm²',
          limit: 'part or support below it',
          origin: 'geometry',
          fix: 'support it, turn the part over, or ask whether it belongs to the part at all',
          layer: 2,
          zMm: 6,
        },
        {
          severity: 'blocker',
          title: 'An area begins in the air',
          figure: '2.5 mm²',
          limit: 'part or support below it',
          origin: 'geometry',
          fix: 'support it, turn the part over, or ask whether it belongs to the part at all',
          layer: 3,
          zMm: 7,
        },
        {
          severity: 'blocker',
          title: 'An area begins in the air',
          figure: '3.5 mm²',
          limit: 'part or support below it',
          origin: 'geometry',
          fix: 'support it, turn the part over, or ask whether it belongs to the part at all',
          layer: 4,
          zMm: 8,
        },
        {
          severity: 'blocker',
          title: 'An area begins in the air',
          figure: '4.5 mm²',
          limit: 'part or support below it',
          origin: 'geometry',
          fix: 'support it, turn the part over, or ask whether it belongs to the part at all',
          layer: 5,
          zMm: 9,
        },
      ],
    },
  ],
};
