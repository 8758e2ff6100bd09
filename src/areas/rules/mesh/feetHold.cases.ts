import { turnedMesh } from '../../../core/mesh/solids.ts';
import { boxSolid as box, solidMesh as solid } from '../../../../test/meshes/solids.ts';
import type { RuleCases } from '../cases.ts';
import { feetHold } from './feetHold.ts';

export const cases: RuleCases = {
  rule: feetHold,
  job: [
    {
      when: 'it stands on four pins',
      mesh: {
        body: () =>
          solid(...[-15, 15].flatMap((x) => [-10, 10].map((y) => box(x, y, 2, 2, 0, 1))), box(0, 0, 40, 30, 1, 15)),
      },
      values: { supportAngleDeg: 45 },
      finds: [
        {
          severity: 'caution',
          title: 'A foot is too small to stick',
          figure: '4 mm², the smallest of 4',
          limit: '6 mm²',
          origin: 'common practice',
          fix: 'give it a brim of 4 mm, or rest it on another face',
          zMm: 0,
          place: { xMm: 159, yMm: 181 },
          change: { values: { brimMm: 4 } },
        },
      ],
    },
    {
      when: 'it stands on four pins and has a brim',
      mesh: {
        body: () =>
          solid(...[-15, 15].flatMap((x) => [-10, 10].map((y) => box(x, y, 2, 2, 0, 1))), box(0, 0, 40, 30, 1, 15)),
      },
      values: { supportAngleDeg: 45, brimMm: 4 },
      finds: [],
    },
    {
      when: 'it stands on a point',
      mesh: {
        body: () =>
          turnedMesh(
            [
              [1, 0],
              [12, 11],
              [12, 20],
            ],
            48,
          ),
      },
      values: { minimumLayerTimeS: 14 },
      finds: [
        {
          severity: 'caution',
          title: 'The part touches the build plate on a point',
          figure: '3.8 mm², the smallest of 1',
          limit: '6 mm²',
          origin: 'common practice',
          fix: 'give it a brim of 4 mm, or rest it on another face',
          zMm: 0,
          place: { xMm: 174, yMm: 171 },
          change: { values: { brimMm: 4 } },
        },
      ],
      others: ['holds-plate', 'stands-firm'],
    },
    {
      when: 'the smallest foot is just large enough',
      mesh: {},
      measured: { mesh: { feet: { count: 2, smallestMm2: 6, xMm: 150, yMm: 150 } } },
      finds: [],
    },
    {
      when: 'the smallest foot is a little too small and a narrow brim holds it',
      mesh: {},
      values: { brimMm: 0.5 },
      measured: { mesh: { feet: { count: 2, smallestMm2: 5.9, xMm: 150, yMm: 150 } } },
      finds: [],
    },
    {
      when: 'nothing touches the build plate',
      mesh: {},
      measured: { mesh: { feet: { count: 0, smallestMm2: 0, xMm: 0, yMm: 0 }, contactMm2: 0 } },
      finds: [],
      needs: 'a part that touches the build plate',
    },
  ],
};
