import { boxMesh } from '../../../core/mesh/solids.ts';
import { pitted, withoutTriangle } from '../../../../test/meshes/solids.ts';
import type { RuleCases } from '../cases.ts';
import { closedSurface } from './closedSurface.ts';

export const cases: RuleCases = {
  rule: closedSurface,
  job: [
    {
      when: 'a triangle is missing',
      mesh: { body: () => withoutTriangle(boxMesh([0, 0, 0], [40, 30, 20]), 5) },
      finds: [
        {
          severity: 'caution',
          title: 'The surface has holes',
          figure: '3 open edges',
          limit: '0',
          origin: 'geometry',
          fix: 'close them where the part was drawn; here 100 contours closed by a straight line',
        },
      ],
    },
    {
      when: 'a hole lies between two layers',
      mesh: { body: () => pitted() },
      finds: [
        {
          severity: 'caution',
          title: 'The surface has holes',
          figure: '3 open edges',
          limit: '0',
          origin: 'geometry',
          fix: 'close them where the part was drawn; no layer runs through one',
        },
      ],
    },
    {
      when: 'one contour was closed',
      mesh: { body: () => pitted() },
      measured: { mesh: { gaps: 1 } },
      finds: [
        {
          severity: 'caution',
          title: 'The surface has holes',
          figure: '3 open edges',
          limit: '0',
          origin: 'geometry',
          fix: 'close them where the part was drawn; here 1 contour closed by a straight line',
        },
      ],
    },
  ],
};
