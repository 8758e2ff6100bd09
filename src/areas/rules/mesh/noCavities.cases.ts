import { row } from '../figuresFixture.ts';
import { joined } from '../../../core/mesh/mesh.ts';
import { boxMesh, sphereMesh } from '../../../core/mesh/solids.ts';
import { insideOut, movedBy } from '../../../../test/meshes/solids.ts';
import type { RuleCases } from '../cases.ts';
import { noCavities } from './noCavities.ts';

export const cases: RuleCases = {
  rule: noCavities,
  job: [
    {
      when: 'a hollow ball in the middle',
      mesh: {
        body: () => joined([boxMesh([0, 0, 0], [40, 30, 20]), movedBy(insideOut(sphereMesh(4, 24)), 20, 15, 10)]),
      },
      finds: [
        {
          severity: 'note',
          title: 'A closed room inside',
          figure: '1 shell within another',
          limit: 'none',
          origin: 'the mesh itself',
          fix: 'open it with a hole, fill it, or leave it if it is meant to float',
        },
      ],
      others: ['overhang-proven'],
    },
    {
      when: 'two hollow balls, with support',
      mesh: {
        body: () =>
          joined([
            boxMesh([0, 0, 0], [40, 30, 20]),
            movedBy(insideOut(sphereMesh(4, 24)), 10, 15, 10),
            movedBy(insideOut(sphereMesh(4, 24)), 30, 15, 10),
          ]),
      },
      values: { supportAngleDeg: 45 },
      finds: [
        {
          severity: 'caution',
          title: '2 closed rooms inside',
          figure: '2 shells within another, and support is generated',
          limit: 'none',
          origin: 'the mesh itself',
          fix: 'open it with a hole, fill it, or leave it if it is meant to float',
        },
      ],
    },
    {
      when: 'a hollow ball and a trace of support',
      mesh: {},
      measured: { mesh: { cavities: 1, layers: [row({ supportMm2: 0.5 })] } },
      finds: [
        {
          severity: 'caution',
          title: 'A closed room inside',
          figure: '1 shell within another, and support is generated',
          limit: 'none',
          origin: 'the mesh itself',
          fix: 'open it with a hole, fill it, or leave it if it is meant to float',
        },
      ],
    },
  ],
};
