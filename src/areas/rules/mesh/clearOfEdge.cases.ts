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
  ],
};
