import { row } from '../figuresFixture.ts';
import { boxSolid as box, solidMesh as solid } from '../../../../test/meshes/solids.ts';
import type { RuleCases } from '../cases.ts';
import { supportShare } from './supportShare.ts';

export const cases: RuleCases = {
  rule: supportShare,
  job: [
    {
      when: 'a mushroom on support',
      mesh: { body: () => solid(box(0, 0, 12, 12, 0, 30), box(0, 0, 80, 80, 30, 32)) },
      values: { supportAngleDeg: 45, infillPercent: 0 },
      finds: [
        {
          severity: 'note',
          title: 'Much of the material is support',
          figure: '233 % of the part’s, 27.7 cm³',
          limit: '50 %',
          origin: 'common practice',
          fix: 'compare build orientations',
        },
      ],
    },
    {
      when: 'a low table on support',
      mesh: { body: () => solid(box(0, 0, 30, 30, 0, 4), box(0, 0, 40, 34, 4, 20)) },
      values: { supportAngleDeg: 45 },
      finds: [],
    },
    {
      when: 'what stands in the purge tower is no support',
      mesh: {},
      measured: { mesh: { partMm3: 20_000, restMm3: 14_000, purgeMm3: 4000, layers: [row({ supportMm2: 0.5 })] } },
      finds: [],
    },
    {
      when: 'just half of it is support',
      mesh: {},
      measured: { mesh: { partMm3: 20_000, restMm3: 10_000, layers: [row({ supportMm2: 0.5 })] } },
      finds: [],
    },
    {
      when: 'more than half of it is support, and little of it on each layer',
      mesh: {},
      measured: { mesh: { partMm3: 20_000, restMm3: 10_400, layers: [row({ supportMm2: 0.5 })] } },
      finds: [
        {
          severity: 'note',
          title: 'Much of the material is support',
          figure: '52 % of the part’s, 10.4 cm³',
          limit: '50 %',
          origin: 'common practice',
          fix: 'compare build orientations',
        },
      ],
    },
  ],
};
