import { thin } from '../figuresFixture.ts';
import { joined } from '../../../core/mesh/mesh.ts';
import { boxMesh } from '../../../core/mesh/solids.ts';
import { withoutTriangle } from '../../../../test/meshes/solids.ts';
import type { RuleCases } from '../cases.ts';
import { floorsHold } from './floorsHold.ts';

export const cases: RuleCases = {
  rule: floorsHold,
  job: [
    {
      when: 'a skin of two layers',
      mesh: { body: () => joined([boxMesh([0, 0, 0], [40, 30, 20]), boxMesh([50, 0, 0], [80, 30, 0.4])]) },
      finds: [],
    },
    {
      when: 'a skin of one layer',
      mesh: { body: () => joined([boxMesh([0, 0, 0], [40, 30, 20]), boxMesh([50, 0, 0], [80, 30, 0.2])]) },
      finds: [
        {
          severity: 'caution',
          title: 'A floor or roof is thinner than two layers',
          figure: '0.2 mm at the thinnest, 899 mm² (by 2000 rays)',
          limit: '0.4 mm',
          origin: 'recipe, layer height',
          fix: 'make it 0.4 mm, or set layers of 0.1 mm',
          zMm: 0.1,
          place: { xMm: 185.996, yMm: 158.781 },
        },
      ],
    },
    {
      when: 'an open surface',
      mesh: { body: () => withoutTriangle(boxMesh([0, 0, 0], [40, 30, 20]), 5) },
      finds: [],
      others: ['closed-surface'],
      needs: 'a closed surface; an open one has no thickness',
    },
    { when: 'a little of it is thin', mesh: {}, measured: { mesh: { thickness: thin('flat', 0.25, 3) } }, finds: [] },
    {
      when: 'a flat patch of 2 mm² is thin',
      mesh: {},
      measured: { mesh: { thickness: thin('flat', 0.25, 4, 0.5) } },
      finds: [
        {
          severity: 'caution',
          title: 'A floor or roof is thinner than two layers',
          figure: '0.25 mm at the thinnest, 2 mm² (by 2000 rays)',
          limit: '0.4 mm',
          origin: 'recipe, layer height',
          fix: 'make it 0.4 mm, or set layers of 0.13 mm',
          zMm: 9,
          place: { xMm: 160, yMm: 165 },
        },
      ],
    },
    {
      when: 'a flat patch of 2.5 mm² is thin',
      mesh: {},
      measured: { mesh: { thickness: thin('flat', 0.25, 5, 0.5) } },
      finds: [
        {
          severity: 'caution',
          title: 'A floor or roof is thinner than two layers',
          figure: '0.25 mm at the thinnest, 3 mm² (by 2000 rays)',
          limit: '0.4 mm',
          origin: 'recipe, layer height',
          fix: 'make it 0.4 mm, or set layers of 0.13 mm',
          zMm: 9,
          place: { xMm: 160, yMm: 165 },
        },
      ],
    },
    {
      when: 'the first layer is thicker than the others',
      mesh: {},
      values: { firstLayerHeightMm: 0.3 },
      measured: { mesh: { thickness: thin('flat', 0.5, 40, 0.5) } },
      finds: [],
    },
  ],
};
