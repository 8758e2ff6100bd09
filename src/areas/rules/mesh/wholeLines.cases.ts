import { boxMesh } from '../../../core/mesh/solids.ts';
import { boxSolid as box, solidMesh as solid, withoutTriangle } from '../../../../test/meshes/solids.ts';
import type { RuleCases } from '../cases.ts';
import { wholeLines } from './wholeLines.ts';

export const cases: RuleCases = {
  rule: wholeLines,
  job: [
    {
      when: 'walls of two lines and a half',
      mesh: { body: () => solid(box(0, 0, 40, 1.08, 0, 8), box(0, 30, 40, 30, 0, 8)) },
      finds: [
        {
          severity: 'note',
          title: 'A wall of 1.09 mm holds no whole number of lines',
          figure: '2 of 0.44 mm, 0.25 mm left over, on 642 mm²',
          limit: '0.1 mm left over',
          origin: 'recipe, visible wall',
          fix: 'set a line width of 0.39 mm, or draw the wall 0.84 mm thick',
          zMm: 3.564,
          change: { values: { lineWidthMm: 0.392 } },
        },
      ],
    },
    {
      when: 'walls of two lines',
      mesh: { body: () => solid(box(0, 0, 40, 0.84, 0, 8), box(0, 30, 40, 30, 0, 8)) },
      finds: [],
    },
    {
      when: 'an open surface',
      mesh: { body: () => withoutTriangle(boxMesh([0, 0, 0], [40, 30, 20]), 5) },
      finds: [],
      others: ['closed-surface'],
      needs: 'a closed surface; an open one has no thickness',
    },
  ],
};
