import { boxFacts } from '../figuresFixture.ts';
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
    {
      when: 'exactly half a million triangles of a tenth',
      mesh: {},
      measured: {
        mesh: { facts: { ...boxFacts, triangles: 500_000, areaMm2: 0.0025 * 0.25 * Math.sqrt(3) * 500_000 * 4 } },
      },
      finds: [],
    },
    {
      when: 'half a million small triangles, shrunk along X',
      mesh: {},
      measured: { mesh: { facts: { ...boxFacts, triangles: 500_000, areaMm2: 700 }, scale: [0.5, 1, 1] } },
      finds: [
        {
          severity: 'note',
          title: 'The mesh is finer than any machine prints',
          figure: '500,000 triangles, 0.040 mm on average',
          limit: '0.05 mm',
          origin: 'common practice',
          fix: 'have it exported coarser: 0.02 mm off the true surface is plenty',
        },
      ],
      others: ['scaled-evenly'],
    },
    {
      when: 'half a million small triangles, grown along Y',
      mesh: {},
      measured: { mesh: { facts: { ...boxFacts, triangles: 500_000, areaMm2: 300 }, scale: [1, 1.5, 1] } },
      finds: [
        {
          severity: 'note',
          title: 'The mesh is finer than any machine prints',
          figure: '500,000 triangles, 0.046 mm on average',
          limit: '0.05 mm',
          origin: 'common practice',
          fix: 'have it exported coarser: 0.02 mm off the true surface is plenty',
        },
      ],
      others: ['scaled-evenly'],
    },
    {
      when: 'one triangle less than half a million',
      mesh: {},
      measured: { mesh: { facts: { ...boxFacts, triangles: 499_999, areaMm2: 100 } } },
      finds: [],
    },
  ],
};
