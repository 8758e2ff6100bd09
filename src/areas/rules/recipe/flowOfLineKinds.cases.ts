import type { RuleCases } from '../cases.ts';
import { flowOfLineKinds } from './flowOfLineKinds.ts';

export const cases: RuleCases = {
  rule: flowOfLineKinds,
  recipe: [
    { when: 'a fill just inside', values: { fillSpeedMmPerS: 120 }, finds: [] },
    {
      when: 'a fast fill',
      values: { fillSpeedMmPerS: 140 },
      finds: [
        {
          severity: 'blocker',
          title: 'Sparse fill needs more volumetric flow than allowed',
          figure: '10.67 mm³/s',
          limit: '10.40 mm³/s',
          origin: 'proven by T-0001',
          fix: 'sparse fill to 136.4 mm/s',
          change: { values: { fillSpeedMmPerS: 136.4 } },
        },
      ],
    },
    {
      when: 'a slow melter',
      proofs: {
        highestFlowMm3PerS: { range: { min: 0, max: 4, minEnd: 'notTriedBeyond', maxEnd: 'failedBeyond' } },
      },
      finds: [
        {
          severity: 'blocker',
          title: 'Sparse fill needs more volumetric flow than allowed',
          figure: '4.57 mm³/s',
          limit: '4.00 mm³/s',
          origin: 'proven by T-0001',
          fix: 'sparse fill to 52.4 mm/s, solid fill to 52.4 mm/s, thin remainder to 52.4 mm/s, support body to 52.4 mm/s',
          change: {
            values: {
              fillSpeedMmPerS: 52.4,
              solidFillSpeedMmPerS: 52.4,
              remainderSpeedMmPerS: 52.4,
              supportSpeedMmPerS: 52.4,
            },
          },
        },
      ],
    },
  ],
};
