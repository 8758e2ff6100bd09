import { boxFacts } from '../figuresFixture.ts';
import { boxMesh } from '../../../core/mesh/solids.ts';
import type { RuleCases } from '../cases.ts';
import { spareFaces } from './spareFaces.ts';

export const cases: RuleCases = {
  rule: spareFaces,
  job: [
    {
      when: 'a triangle stands twice',
      mesh: {
        body: () => {
          const m = boxMesh([0, 0, 0], [40, 30, 20]);
          return { xyz: m.xyz, corners: Uint32Array.from([...m.corners, ...m.corners.subarray(0, 3)]) };
        },
      },
      finds: [
        {
          severity: 'note',
          title: 'Duplicate or degenerate triangles',
          figure: '1 duplicate, 0 degenerate',
          limit: '0',
          origin: 'geometry',
          fix: 'export the part again if anything looks wrong',
        },
      ],
      others: ['manifold-edges'],
    },
    {
      when: 'two triangles have no area',
      mesh: {
        body: () => {
          const m = boxMesh([0, 0, 0], [40, 30, 20]);
          return {
            xyz: Float64Array.from([...m.xyz, 20, 0, 0, 10, 0, 0]),
            corners: Uint32Array.from([...m.corners, 0, 8, 9, 9, 8, 0]),
          };
        },
      },
      finds: [
        {
          severity: 'note',
          title: 'Duplicate or degenerate triangles',
          figure: '1 duplicate, 2 degenerate',
          limit: '0',
          origin: 'geometry',
          fix: 'export the part again if anything looks wrong',
        },
      ],
    },
    {
      when: 'one stands twice and one has no area',
      mesh: {},
      measured: { mesh: { facts: { ...boxFacts, duplicateFaces: 1, degenerateFaces: 1 } } },
      finds: [
        {
          severity: 'note',
          title: 'Duplicate or degenerate triangles',
          figure: '1 duplicate, 1 degenerate',
          limit: '0',
          origin: 'geometry',
          fix: 'export the part again if anything looks wrong',
        },
      ],
    },
  ],
};
