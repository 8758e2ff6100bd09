import { boxMesh } from '../../../core/mesh/solids.ts';
import { boxSolid as box, solidMesh as solid, withoutTriangle } from '../../../../test/meshes/solids.ts';
import type { RuleCases } from '../cases.ts';
import { standsFirm } from './standsFirm.ts';

export const cases: RuleCases = {
  rule: standsFirm,
  job: [
    {
      when: 'a needle',
      mesh: { body: () => boxMesh([0, 0, 0], [9, 9, 120]) },
      finds: [
        {
          severity: 'caution',
          title: 'The part stands on a small foot',
          figure: 'tips over at 4.3°, on 81 mm²',
          limit: '8°',
          origin: 'common practice',
          fix: 'give it a brim, or rest it on another face',
          zMm: 60,
          change: { values: { brimMm: 5 } },
        },
      ],
      others: ['holds-plate'],
    },
    {
      when: 'a needle with a brim',
      mesh: { body: () => boxMesh([0, 0, 0], [9, 9, 120]) },
      values: { brimMm: 5 },
      finds: [],
    },
    {
      when: 'it leans beyond its foot',
      mesh: { body: () => solid(box(0, 0, 10, 10, 0, 10), box(20, 0, 50, 10, 10, 20)) },
      values: { supportAngleDeg: 45 },
      finds: [
        {
          severity: 'caution',
          title: 'The part tips over as placed',
          figure: 'its weight lies 11.7 mm outside its foot',
          limit: '0 mm',
          origin: 'statics',
          fix: 'give it support, or compare build orientations',
          zMm: 13.333,
          place: { xMm: 170.667, yMm: 171 },
        },
      ],
    },
    {
      when: 'an open surface',
      mesh: { body: () => withoutTriangle(boxMesh([0, 0, 0], [40, 30, 20]), 5) },
      finds: [],
      others: ['closed-surface'],
      needs: 'a closed surface; an open one has no centre of gravity',
    },
    {
      when: 'it tips over at just 8°',
      mesh: {},
      measured: { mesh: { centreMm: [174, 171, 100], standsInsideMm: 100 * Math.tan((8 * Math.PI) / 180) } },
      finds: [],
    },
    {
      when: 'its weight lies over the very edge of its foot',
      mesh: {},
      measured: { mesh: { centreMm: [174, 171, 10], standsInsideMm: 0 } },
      finds: [
        {
          severity: 'caution',
          title: 'The part tips over as placed',
          figure: 'its weight lies 0 mm outside its foot',
          limit: '0 mm',
          origin: 'statics',
          fix: 'give it support, or compare build orientations',
          zMm: 10,
          place: { xMm: 174, yMm: 171 },
        },
      ],
    },
    {
      when: 'nobody can say how far inside its foot its weight lies',
      mesh: {},
      measured: { mesh: { standsInsideMm: null } },
      finds: [],
      needs: 'a closed surface; an open one has no centre of gravity',
    },
    {
      when: 'nobody can say where its weight lies',
      mesh: {},
      measured: { mesh: { centreMm: null, standsInsideMm: 4 } },
      finds: [],
      needs: 'a closed surface; an open one has no centre of gravity',
    },
  ],
};
