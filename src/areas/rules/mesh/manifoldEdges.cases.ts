import { joined } from '../../../core/mesh/mesh.ts';
import { boxMesh } from '../../../core/mesh/solids.ts';
import type { RuleCases } from '../cases.ts';
import { manifoldEdges } from './manifoldEdges.ts';

export const cases: RuleCases = {
  rule: manifoldEdges,
  job: [
    {
      when: 'two blocks share an edge',
      mesh: { body: () => joined([boxMesh([0, 0, 0], [40, 30, 20]), boxMesh([40, 30, 0], [80, 60, 20])]) },
      finds: [
        {
          severity: 'caution',
          title: 'Edges have more than two faces',
          figure: '1 edge',
          limit: '0',
          origin: 'geometry',
          fix: 'let the bodies overlap by a line width, or part them, where they were drawn',
        },
      ],
    },
  ],
};
