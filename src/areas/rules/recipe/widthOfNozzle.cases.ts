import type { RuleCases } from '../cases.ts';
import { widthOfNozzle } from './widthOfNozzle.ts';

export const cases: RuleCases = {
  rule: widthOfNozzle,
  recipe: [
    { when: 'as wide as allowed', values: { topSurfaceWidthMm: 0.6 }, finds: [] },
    {
      when: 'a narrow top',
      values: { topSurfaceWidthMm: 0.3 },
      finds: [
        {
          severity: 'caution',
          title: 'Top surface too narrow for the nozzle',
          figure: '0.3 mm',
          limit: '0.34 mm to 0.6 mm',
          origin: 'hardware, tool',
          fix: 'set 0.34 mm',
          change: { values: { topSurfaceWidthMm: 0.34 } },
        },
      ],
    },
    {
      when: 'a wide first layer',
      values: { firstLayerWidthMm: 0.65 },
      finds: [
        {
          severity: 'caution',
          title: 'First layer too wide for the nozzle',
          figure: '0.65 mm',
          limit: '0.34 mm to 0.6 mm',
          origin: 'hardware, tool',
          fix: 'set 0.6 mm',
          change: { values: { firstLayerWidthMm: 0.6 } },
        },
      ],
    },
  ],
};
