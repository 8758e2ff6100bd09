import { boxMesh } from '../../../core/mesh/solids.ts';
import type { RuleCases } from '../cases.ts';
import { clearOfEdge } from './clearOfEdge.ts';

export const cases: RuleCases = {
  rule: clearOfEdge,
  job: [
    { when: 'it lies 10 mm from the edge', mesh: { placed: { xMm: 30 } }, finds: [] },
    {
      when: 'it lies 9 mm from the edge',
      mesh: { placed: { xMm: 29 } },
      finds: [
        {
          severity: 'note',
          title: 'It lies close to the edge of the bed',
          figure: '9 mm, ASA',
          limit: '10 mm',
          origin: 'common practice',
          fix: 'set it down in the middle: 154 mm all round',
          zMm: 0,
          change: { moveMm: [145, 0] },
        },
      ],
    },
    {
      when: 'a plastic that hardly shrinks lies close to the far edge',
      mesh: { placed: { yMm: 322 } },
      values: { family: 'PLA', allowedFamilies: 'PLA, ASA' },
      finds: [],
    },
    {
      when: 'it lies close to the far edge',
      mesh: { placed: { yMm: 319 } },
      finds: [
        {
          severity: 'note',
          title: 'It lies close to the edge of the bed',
          figure: '8 mm, ASA',
          limit: '10 mm',
          origin: 'common practice',
          fix: 'set it down in the middle: 154 mm all round',
          zMm: 0,
          change: { moveMm: [0, -148] },
        },
      ],
    },
    {
      when: 'there is nowhere better to go',
      mesh: { body: () => boxMesh([0, 0, 0], [329, 60, 20]) },
      values: { brimMm: 3, skirtLoops: 0 },
      finds: [],
    },
    {
      when: 'the material names no family',
      mesh: { placed: { xMm: 29 } },
      without: ['family', 'supportAngleDeg'],
      finds: [],
      needs: 'the material’s family',
    },
    {
      when: 'it touches the edge',
      mesh: {},
      measured: { mesh: { minMm: [0, 156, 0], maxMm: [40, 186, 20] } },
      finds: [
        {
          severity: 'note',
          title: 'It lies close to the edge of the bed',
          figure: '0 mm, ASA',
          limit: '10 mm',
          origin: 'common practice',
          fix: 'set it down in the middle: 154 mm all round',
          zMm: 0,
          change: { moveMm: [154, 0] },
        },
      ],
    },
    {
      when: 'it is half a millimetre beyond the edge, which another rule says',
      mesh: {},
      measured: { mesh: { minMm: [-0.5, 156, 0], maxMm: [39.5, 186, 20] } },
      finds: [],
      others: ['fits-travel'],
    },
    {
      when: 'the middle is 1.5 mm further in',
      mesh: {},
      measured: { mesh: { minMm: [8, 20, 0], maxMm: [329, 60, 20] } },
      finds: [
        {
          severity: 'note',
          title: 'It lies close to the edge of the bed',
          figure: '8 mm, ASA',
          limit: '10 mm',
          origin: 'common practice',
          fix: 'set it down in the middle: 14 mm all round',
          zMm: 0,
          change: { moveMm: [5.5, 131] },
        },
      ],
    },
    {
      when: 'the middle is half a millimetre further in',
      mesh: {},
      measured: { mesh: { minMm: [9, 20, 0], maxMm: [329, 60, 20] } },
      finds: [
        {
          severity: 'note',
          title: 'It lies close to the edge of the bed',
          figure: '9 mm, ASA',
          limit: '10 mm',
          origin: 'common practice',
          fix: 'set it down in the middle: 14 mm all round',
          zMm: 0,
          change: { moveMm: [5, 131] },
        },
      ],
    },
    {
      when: 'it lies close to the right edge',
      mesh: {},
      measured: { mesh: { minMm: [302, 156, 0], maxMm: [342, 186, 20] } },
      finds: [
        {
          severity: 'note',
          title: 'It lies close to the edge of the bed',
          figure: '6 mm, ASA',
          limit: '10 mm',
          origin: 'common practice',
          fix: 'set it down in the middle: 154 mm all round',
          zMm: 0,
          change: { moveMm: [-148, 0] },
        },
      ],
    },
    {
      when: 'it is deep and lies close to the front',
      mesh: {},
      measured: { mesh: { minMm: [150, 4, 0], maxMm: [180, 334, 20] } },
      finds: [
        {
          severity: 'note',
          title: 'It lies close to the edge of the bed',
          figure: '4 mm, ASA',
          limit: '10 mm',
          origin: 'common practice',
          fix: 'set it down in the middle: 6 mm all round',
          zMm: 0,
          change: { moveMm: [9, 2] },
        },
      ],
    },
  ],
};
