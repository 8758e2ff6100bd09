import { box } from '../figuresFixture.ts';
import { boxMesh } from '../../../core/mesh/solids.ts';
import type { RuleCases } from '../cases.ts';
import { skirtFits } from './skirtFits.ts';

export const cases: RuleCases = {
  rule: skirtFits,
  job: [
    {
      when: 'the skirt reaches over the near edge',
      mesh: { placed: { xMm: 24 } },
      values: { family: 'PLA', allowedFamilies: 'PLA' },
      finds: [
        {
          severity: 'blocker',
          title: 'Skirt, brim or support reaches beyond X',
          figure: '+1 mm over in X',
          limit: '0 to 348 mm',
          origin: 'hardware, Rifugio Vodice',
          fix: 'move it 1 mm forward in X',
          zMm: 0,
          change: { moveMm: [1, 0] },
        },
      ],
    },
    {
      when: 'the skirt reaches over the far edge',
      mesh: { placed: { yMm: 325 } },
      values: { family: 'PLA', allowedFamilies: 'PLA' },
      finds: [
        {
          severity: 'blocker',
          title: 'Skirt, brim or support reaches beyond Y',
          figure: '+3 mm over in Y',
          limit: '0 to 342 mm',
          origin: 'hardware, Rifugio Vodice',
          fix: 'move it 3 mm back in Y',
          zMm: 0,
          change: { moveMm: [0, -3] },
        },
      ],
    },
    {
      when: 'the part fills the travel and the skirt has no room',
      mesh: { body: () => boxMesh([0, 0, 0], [346, 200, 4]) },
      values: { family: 'PLA', allowedFamilies: 'PLA' },
      finds: [
        {
          severity: 'blocker',
          title: 'Skirt, brim or support reaches beyond X',
          figure: '+4 mm over in X',
          limit: '0 to 348 mm',
          origin: 'hardware, Rifugio Vodice',
          fix: 'leave the skirt out, or bring it 4 mm closer',
          zMm: 0,
          change: { values: { skirtLoops: 0, brimMm: 0 } },
        },
      ],
    },
    {
      when: 'the part fills the travel and the brim has no room',
      mesh: { body: () => boxMesh([0, 0, 0], [346, 200, 4]) },
      values: { skirtLoops: 0, brimMm: 5 },
      finds: [
        {
          severity: 'blocker',
          title: 'Skirt, brim or support reaches beyond X',
          figure: '+3.96 mm over in X',
          limit: '0 to 348 mm',
          origin: 'hardware, Rifugio Vodice',
          fix: 'leave the brim out, or bring it 3.96 mm closer',
          zMm: 0,
          change: { values: { skirtLoops: 0, brimMm: 0 } },
        },
      ],
    },
    {
      when: 'nothing is generated',
      mesh: {},
      measured: { report: { boundsMm: null } },
      finds: [],
      needs: 'a program that extrudes',
    },
    {
      when: 'it reaches over both near edges alike',
      mesh: {},
      measured: { report: { boundsMm: box([-2, -2], [60, 60]) }, mesh: { minMm: [4, 4, 0], maxMm: [54, 54, 20] } },
      finds: [
        {
          severity: 'blocker',
          title: 'Skirt, brim or support reaches beyond X',
          figure: '+2 mm over in X',
          limit: '0 to 348 mm',
          origin: 'hardware, Rifugio Vodice',
          fix: 'move it 2 mm forward in X',
          zMm: 0,
          change: { moveMm: [2, 0] },
        },
      ],
      others: ['clear-of-edge'],
    },
    {
      when: 'it just fits when it is moved',
      mesh: {},
      measured: { report: { boundsMm: box([-2, 10], [346, 60]) }, mesh: { minMm: [4, 16, 0], maxMm: [340, 54, 20] } },
      finds: [
        {
          severity: 'blocker',
          title: 'Skirt, brim or support reaches beyond X',
          figure: '+2 mm over in X',
          limit: '0 to 348 mm',
          origin: 'hardware, Rifugio Vodice',
          fix: 'move it 2 mm forward in X',
          zMm: 0,
          change: { moveMm: [2, 0] },
        },
      ],
      others: ['clear-of-edge'],
    },
    {
      when: 'it reaches the very edge',
      mesh: {},
      measured: { report: { boundsMm: box([0, 0], [348, 342]) }, mesh: { minMm: [6, 6, 0], maxMm: [342, 336, 20] } },
      finds: [],
    },
    {
      when: 'the part itself touches the edge',
      mesh: {},
      values: { family: 'PLA', allowedFamilies: 'PLA' },
      measured: { report: { boundsMm: box([-6, 100], [60, 160]) }, mesh: { minMm: [0, 106, 0], maxMm: [54, 154, 20] } },
      finds: [
        {
          severity: 'blocker',
          title: 'Skirt, brim or support reaches beyond X',
          figure: '+6 mm over in X',
          limit: '0 to 348 mm',
          origin: 'hardware, Rifugio Vodice',
          fix: 'move it 6 mm forward in X',
          zMm: 0,
          change: { moveMm: [6, 0] },
        },
      ],
    },
    {
      when: 'the part itself touches the far edge',
      mesh: {},
      values: { family: 'PLA', allowedFamilies: 'PLA' },
      measured: {
        report: { boundsMm: box([290, 100], [354, 160]) },
        mesh: { minMm: [296, 106, 0], maxMm: [348, 154, 20] },
      },
      finds: [
        {
          severity: 'blocker',
          title: 'Skirt, brim or support reaches beyond X',
          figure: '+6 mm over in X',
          limit: '0 to 348 mm',
          origin: 'hardware, Rifugio Vodice',
          fix: 'move it 6 mm back in X',
          zMm: 0,
          change: { moveMm: [-6, 0] },
        },
      ],
    },
    {
      when: 'a narrow brim has no room',
      mesh: {},
      values: { brimMm: 0.8, skirtLoops: 0 },
      measured: {
        report: { boundsMm: box([-1, 100], [349, 160]) },
        mesh: { minMm: [0.5, 106, 0], maxMm: [347.5, 154, 20] },
      },
      finds: [
        {
          severity: 'blocker',
          title: 'Skirt, brim or support reaches beyond X',
          figure: '+1 mm over in X',
          limit: '0 to 348 mm',
          origin: 'hardware, Rifugio Vodice',
          fix: 'leave the brim out, or bring it 1 mm closer',
          zMm: 0,
          change: { values: { skirtLoops: 0, brimMm: 0 } },
        },
      ],
    },
  ],
};
