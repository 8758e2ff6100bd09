import { gridBlock } from '../../../../test/meshes/solids.ts';
import type { RuleCases } from '../cases.ts';
import { finerThanNeeded } from './finerThanNeeded.ts';

export const cases: RuleCases = {
  rule: finerThanNeeded,
  job: [
    {
      when: 'a block of half a million triangles on a coin',
      mesh: { body: () => gridBlock(360, [14, 10, 2]) },
      values: { minimumLayerTimeS: 30 },
      finds: [
        {
          severity: 'note',
          title: 'The mesh is finer than any machine prints',
          figure: '521,280 triangles, 0.041 mm on average',
          limit: '0.05 mm',
          origin: 'common practice',
          fix: 'have it exported coarser: 0.02 mm off the true surface is plenty',
        },
      ],
    },
    { when: 'as many triangles on a large block', mesh: { body: () => gridBlock(360, [80, 60, 2]) }, finds: [] },
  ],
};
