import type { RuleCases } from '../cases.ts';
import { firstLayerSpeed } from './firstLayerSpeed.ts';

export const cases: RuleCases = {
  rule: firstLayerSpeed,
  job: [
    { when: 'it is laid as fast as the farm allows', policy: { firstLayerMostMmPerS: 20 }, finds: [] },
    {
      when: 'it is laid faster',
      policy: { firstLayerMostMmPerS: 15 },
      finds: [
        {
          severity: 'blocker',
          title: 'First layer speed above the farm’s policy',
          figure: '20 mm/s',
          limit: '15 mm/s',
          origin: 'farm policy',
          fix: 'slow it to 15 mm/s: 75 % of its speed',
          line: 10,
          layer: 1,
          zMm: 0.2,
        },
      ],
    },
    {
      when: 'a mesh generated faster',
      mesh: {},
      policy: { firstLayerMostMmPerS: 15 },
      finds: [
        {
          severity: 'blocker',
          title: 'First layer speed above the farm’s policy',
          figure: '20 mm/s',
          limit: '15 mm/s',
          origin: 'farm policy',
          fix: 'slow it to 15 mm/s: 75 % of its speed',
          line: 15,
          layer: 1,
          zMm: 0.2,
          change: { values: { firstLayerSpeedMmPerS: 15 } },
        },
      ],
    },
    {
      when: 'nothing is laid',
      program: { replace: [[/ E[-\d.]+/g, '']] },
      policy: { firstLayerMostMmPerS: 15 },
      finds: [],
      others: ['lays-something'],
      needs: 'a program with a layer',
    },
    { when: 'the policy was not kept', forget: ['policy'], finds: [], needs: 'the farm’s policy, which was not kept' },
  ],
};
