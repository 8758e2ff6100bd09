import type { RuleCases } from '../cases.ts';
import { heldTo } from '../fixture.ts';
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
      when: 'a fill within the farm’s margin',
      values: { fillSpeedMmPerS: 140 },
      proofs: { highestFlowMm3PerS: heldTo(10.4, 10.4, 11) },
      finds: [
        {
          severity: 'caution',
          title: 'Sparse fill needs more volumetric flow than allowed',
          figure: '10.67 mm³/s',
          limit: '10.40 mm³/s',
          origin: 'farm’s margin; 11.00 mm³/s held in T-0001',
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
    {
      when: 'a thick first layer that is too quick',
      values: { firstLayerHeightMm: 0.32, firstLayerSpeedMmPerS: 100 },
      finds: [
        {
          severity: 'blocker',
          title: 'First layer needs more volumetric flow than allowed',
          figure: '11.41 mm³/s',
          limit: '10.40 mm³/s',
          origin: 'proven by T-0001',
          fix: 'first layer to 91.1 mm/s',
          change: { values: { firstLayerSpeedMmPerS: 91.1 } },
        },
      ],
      others: ['first-layer-slow'],
    },
    {
      when: 'two kinds of line are too quick, the second worse',
      values: { fillSpeedMmPerS: 140, topSurfaceSpeedMmPerS: 200 },
      finds: [
        {
          severity: 'blocker',
          title: 'Top surface needs more volumetric flow than allowed',
          figure: '15.25 mm³/s',
          limit: '10.40 mm³/s',
          origin: 'proven by T-0001',
          fix: 'top surface to 136.4 mm/s, sparse fill to 136.4 mm/s',
          change: { values: { topSurfaceSpeedMmPerS: 136.4, fillSpeedMmPerS: 136.4 } },
        },
      ],
    },
    {
      when: 'the tool melts just what is proven',
      values: { catalogueFlowMm3PerS: 10.4, fillSpeedMmPerS: 140 },
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
      when: 'the tool melts less than is proven',
      values: { catalogueFlowMm3PerS: 9, fillSpeedMmPerS: 140 },
      finds: [
        {
          severity: 'blocker',
          title: 'Sparse fill needs more volumetric flow than allowed',
          figure: '10.67 mm³/s',
          limit: '9.00 mm³/s',
          origin: 'hardware, tool',
          fix: 'sparse fill to 118.0 mm/s',
          change: { values: { fillSpeedMmPerS: 118 } },
        },
      ],
    },
  ],
};
