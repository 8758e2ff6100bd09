import { boxMesh, turnedMesh } from '../../../core/mesh/solids.ts';
import type { RuleCases } from '../cases.ts';
import { holdsPlate } from './holdsPlate.ts';

export const cases: RuleCases = {
  rule: holdsPlate,
  job: [
    {
      when: 'it is five times as tall as its foot is wide',
      mesh: { body: () => boxMesh([0, 0, 0], [20, 20, 100]) },
      values: { minimumLayerTimeS: 12 },
      finds: [],
    },
    {
      when: 'it is six times as tall',
      mesh: { body: () => boxMesh([0, 0, 0], [20, 20, 121]) },
      values: { minimumLayerTimeS: 12 },
      finds: [
        {
          severity: 'caution',
          title: 'Tall for its contact area',
          figure: '121 mm on 400 mm²',
          limit: '100 mm',
          origin: 'common practice',
          fix: 'give it a brim of 5 mm, or rest it on a larger face',
          zMm: 0,
          change: { values: { brimMm: 5 } },
        },
      ],
    },
    {
      when: 'it is six times as tall and has a brim',
      mesh: { body: () => boxMesh([0, 0, 0], [20, 20, 121]) },
      values: { brimMm: 4 },
      finds: [],
    },
    {
      when: 'it touches the build plate on a point',
      mesh: {
        body: () =>
          turnedMesh(
            [
              [0, 0],
              [12, 12],
              [12, 20],
            ],
            48,
          ),
      },
      values: { minimumLayerTimeS: 40, supportAngleDeg: 40 },
      finds: [
        {
          severity: 'caution',
          title: 'Tall for its contact area',
          figure: '20 mm on 0 mm²',
          limit: '1 mm',
          origin: 'common practice',
          fix: 'give it a brim of 5 mm, or rest it on a larger face',
          zMm: 0,
          change: { values: { brimMm: 5 } },
        },
      ],
      others: ['feet-hold', 'stands-firm'],
    },
    {
      when: 'it begins above the build plate',
      mesh: {},
      measured: { mesh: { minMm: [150, 150, 1], maxMm: [190, 180, 101], contactMm2: 400 } },
      finds: [],
    },
    {
      when: 'nothing touches the build plate',
      mesh: {},
      measured: { mesh: { contactMm2: 0 } },
      finds: [],
      needs: 'a part that touches the build plate',
    },
    {
      when: 'it is tall and a narrow brim holds it',
      mesh: {},
      values: { brimMm: 0.5 },
      measured: { mesh: { maxMm: [194, 186, 200], contactMm2: 400 } },
      finds: [],
    },
  ],
};
