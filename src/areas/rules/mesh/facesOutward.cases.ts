import { boxFacts } from '../figuresFixture.ts';
import { joined } from '../../../core/mesh/mesh.ts';
import { boxMesh } from '../../../core/mesh/solids.ts';
import { insideOut, movedBy } from '../../../../test/meshes/solids.ts';
import type { RuleCases } from '../cases.ts';
import { facesOutward } from './facesOutward.ts';

export const cases: RuleCases = {
  rule: facesOutward,
  job: [
    {
      when: 'the part is inside out',
      mesh: { body: () => insideOut(boxMesh([0, 0, 0], [40, 30, 20])) },
      finds: [
        {
          severity: 'caution',
          title: 'The part is inside out',
          figure: '1 of 1',
          limit: '0',
          origin: 'geometry',
          fix: 'turn the faces over where the part was drawn; here the layers were filled all the same',
        },
      ],
    },
    {
      when: 'one of two bodies is inside out',
      mesh: {
        body: () =>
          joined([boxMesh([0, 0, 0], [40, 30, 20]), movedBy(insideOut(boxMesh([0, 0, 0], [40, 30, 20])), 60, 0, 0)]),
      },
      finds: [
        {
          severity: 'caution',
          title: 'Bodies are inside out',
          figure: '1 of 2',
          limit: '0',
          origin: 'geometry',
          fix: 'turn the faces over where the part was drawn; here the layers were filled all the same',
        },
      ],
    },
    {
      when: 'one face is wound against its neighbours',
      mesh: {
        body: () => {
          const m = boxMesh([0, 0, 0], [40, 30, 20]);
          const c = Uint32Array.from(m.corners);
          [c[0], c[1]] = [c[1]!, c[0]!];
          return { ...m, corners: c };
        },
      },
      finds: [
        {
          severity: 'caution',
          title: 'Faces are wound against their neighbours',
          figure: '3 edges',
          limit: '0',
          origin: 'geometry',
          fix: 'let the drawing program make the faces agree',
        },
      ],
    },
    {
      when: 'one edge is flipped',
      mesh: {},
      measured: { mesh: { facts: { ...boxFacts, flippedEdges: 1 } } },
      finds: [
        {
          severity: 'caution',
          title: 'Faces are wound against their neighbours',
          figure: '1 edge',
          limit: '0',
          origin: 'geometry',
          fix: 'let the drawing program make the faces agree',
        },
      ],
    },
  ],
};
