import { thin, row } from '../figuresFixture.ts';
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
    {
      when: 'half a square millimetre of a layer is thin',
      mesh: {},
      measured: { mesh: { layers: [row({ areaMm2: 10, thinMm2: 0.5 })] } },
      finds: [],
    },
    {
      when: 'a little more of a layer is thin',
      mesh: {},
      measured: { mesh: { layers: [row({ areaMm2: 10, thinMm2: 0.6 })] } },
      finds: [
        {
          severity: 'caution',
          title: 'Walls are thinner than a line',
          figure: '0.6 mm² of the layer at 0.2 mm, on 1 sampled layer',
          limit: '0.44 mm',
          origin: 'recipe, visible wall',
          fix: 'thicken them to 0.44 mm, scale the part up, or mount a finer nozzle',
          zMm: 0.2,
        },
      ],
    },
    {
      when: 'a hundredth of a large layer is thin',
      mesh: {},
      measured: { mesh: { layers: [row({ areaMm2: 1000, thinMm2: 10 })] } },
      finds: [],
    },
    {
      when: 'more than a hundredth of a large layer is thin',
      mesh: {},
      measured: { mesh: { layers: [row({ areaMm2: 1000, thinMm2: 11 })] } },
      finds: [
        {
          severity: 'caution',
          title: 'Walls are thinner than a line',
          figure: '11.0 mm² of the layer at 0.2 mm, on 1 sampled layer',
          limit: '0.44 mm',
          origin: 'recipe, visible wall',
          fix: 'thicken them to 0.44 mm, scale the part up, or mount a finer nozzle',
          zMm: 0.2,
        },
      ],
    },
    {
      when: 'the second of three layers is the worst',
      mesh: {},
      measured: {
        mesh: { layers: [row({ zMm: 1, thinMm2: 20 }), row({ zMm: 2, thinMm2: 30 }), row({ zMm: 3, thinMm2: 25 })] },
      },
      finds: [
        {
          severity: 'caution',
          title: 'Walls are thinner than a line',
          figure: '30.0 mm² of the layer at 2.0 mm, on 3 sampled layers',
          limit: '0.44 mm',
          origin: 'recipe, visible wall',
          fix: 'thicken them to 0.44 mm, scale the part up, or mount a finer nozzle',
          zMm: 2,
        },
      ],
    },
    {
      when: 'only the rays see thin walls',
      mesh: {},
      measured: { mesh: { thickness: thin('upright', 0.31, 10, 0.5) } },
      finds: [
        {
          severity: 'caution',
          title: 'Walls are thinner than a line',
          figure: '0.31 mm at the thinnest, 5 mm² (by 2000 rays)',
          limit: '0.44 mm',
          origin: 'recipe, visible wall',
          fix: 'thicken them to 0.44 mm, scale the part up, or mount a finer nozzle',
          zMm: 9,
          place: { xMm: 160, yMm: 165 },
        },
      ],
    },
    {
      when: 'the rays see 4 mm² of thin wall',
      mesh: {},
      measured: { mesh: { thickness: thin('upright', 0.31, 8, 0.5) } },
      finds: [
        {
          severity: 'caution',
          title: 'Walls are thinner than a line',
          figure: '0.31 mm at the thinnest, 4 mm² (by 2000 rays)',
          limit: '0.44 mm',
          origin: 'recipe, visible wall',
          fix: 'thicken them to 0.44 mm, scale the part up, or mount a finer nozzle',
          zMm: 9,
          place: { xMm: 160, yMm: 165 },
        },
      ],
    },
    {
      when: 'the rays see less than four of them would be sure of',
      mesh: {},
      measured: { mesh: { thickness: thin('upright', 0.31, 15, 2) } },
      finds: [],
    },
    {
      when: 'the rays see more than four of them',
      mesh: {},
      measured: { mesh: { thickness: thin('upright', 0.31, 17, 2) } },
      finds: [
        {
          severity: 'caution',
          title: 'Walls are thinner than a line',
          figure: '0.31 mm at the thinnest, 9 mm² (by 2000 rays)',
          limit: '0.44 mm',
          origin: 'recipe, visible wall',
          fix: 'thicken them to 0.44 mm, scale the part up, or mount a finer nozzle',
          zMm: 9,
          place: { xMm: 160, yMm: 165 },
        },
      ],
    },
    {
      when: 'a layer is thin and the thinnest wall is a line wide',
      mesh: {},
      measured: { mesh: { layers: [row({ thinMm2: 20 })], thickness: thin('upright', 0.44, 0) } },
      finds: [
        {
          severity: 'caution',
          title: 'Walls are thinner than a line',
          figure: '20.0 mm² of the layer at 0.2 mm, on 1 sampled layer',
          limit: '0.44 mm',
          origin: 'recipe, visible wall',
          fix: 'thicken them to 0.44 mm, scale the part up, or mount a finer nozzle',
          zMm: 0.2,
        },
      ],
    },
    {
      when: 'a layer is thin and the surface is open',
      mesh: {},
      measured: { mesh: { layers: [row({ thinMm2: 20 })], thickness: null } },
      finds: [
        {
          severity: 'caution',
          title: 'Walls are thinner than a line',
          figure: '20.0 mm² of the layer at 0.2 mm, on 1 sampled layer',
          limit: '0.44 mm',
          origin: 'recipe, visible wall',
          fix: 'thicken them to 0.44 mm, scale the part up, or mount a finer nozzle',
          zMm: 0.2,
        },
      ],
    },
  ],
};
