import { boxSolid as box, solidMesh as solid } from '../../../../test/meshes/solids.ts';
import type { RuleCases } from '../cases.ts';
import { thinWalls } from './thinWalls.ts';

export const cases: RuleCases = {
  rule: thinWalls,
  job: [
    {
      when: 'a fin of 0.3 mm',
      mesh: { body: () => solid(box(0, 0, 30, 30, 0, 10), box(0, 0, 20, 0.3, 10, 14)) },
      finds: [
        {
          severity: 'caution',
          title: 'Walls are thinner than a line',
          figure: '6.0 mm² of the layer at 10.2 mm, on 20 sampled layers',
          limit: '0.44 mm',
          origin: 'recipe, visible wall',
          fix: 'thicken them to 0.44 mm, scale the part up, or mount a finer nozzle',
          zMm: 10.2,
          place: { xMm: 164.316, yMm: 171 },
        },
      ],
    },
    {
      when: 'a fin as thick as a line',
      mesh: { body: () => solid(box(0, 0, 30, 30, 0, 10), box(0, 0, 20, 0.46, 10, 14)) },
      finds: [],
      others: ['layer-time-proven'],
    },
    {
      when: 'a fin of 0.3 mm between two layers that are looked at',
      mesh: { body: () => solid(box(0, 0, 40, 30, 0, 60), box(0, 0, 36, 0.3, 60, 60.15)) },
      finds: [
        {
          severity: 'caution',
          title: 'Walls are thinner than a line',
          figure: '10.8 mm² of the layer at 60.2 mm, on 1 sampled layer',
          limit: '0.44 mm',
          origin: 'recipe, visible wall',
          fix: 'thicken them to 0.44 mm, scale the part up, or mount a finer nozzle',
          zMm: 60.2,
          place: { xMm: 182.49, yMm: 171 },
        },
      ],
    },
  ],
};
