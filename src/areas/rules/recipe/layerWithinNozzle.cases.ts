import type { RuleCases } from '../cases.ts';
import { layerWithinNozzle } from './layerWithinNozzle.ts';

export const cases: RuleCases = {
  rule: layerWithinNozzle,
  recipe: [
    { when: 'at the limit', values: { largestLayerMm: 0.2 }, finds: [] },
    {
      when: 'a fine nozzle',
      values: { largestLayerMm: 0.15 },
      finds: [
        {
          severity: 'blocker',
          title: 'Layers too thick for the nozzle',
          figure: '0.2 mm',
          limit: '0.1 mm to 0.15 mm',
          origin: 'hardware, tool',
          fix: 'set 0.15 mm',
          change: { values: { layerHeightMm: 0.15 } },
        },
        {
          severity: 'blocker',
          title: 'The first layer is too thick for the nozzle',
          figure: '0.2 mm',
          limit: '0.1 mm to 0.15 mm',
          origin: 'hardware, tool',
          fix: 'set 0.15 mm',
          change: { values: { firstLayerHeightMm: 0.15 } },
        },
      ],
    },
    {
      when: 'a coarse one',
      values: { smallestLayerMm: 0.22 },
      finds: [
        {
          severity: 'blocker',
          title: 'Layers too thin for the nozzle',
          figure: '0.2 mm',
          limit: '0.22 mm to 0.32 mm',
          origin: 'hardware, tool',
          fix: 'set 0.22 mm',
          change: { values: { layerHeightMm: 0.22 } },
        },
        {
          severity: 'blocker',
          title: 'The first layer is too thin for the nozzle',
          figure: '0.2 mm',
          limit: '0.22 mm to 0.32 mm',
          origin: 'hardware, tool',
          fix: 'set 0.22 mm',
          change: { values: { firstLayerHeightMm: 0.22 } },
        },
      ],
    },
    {
      when: 'a thick first layer',
      values: { firstLayerHeightMm: 0.36 },
      finds: [
        {
          severity: 'blocker',
          title: 'The first layer is too thick for the nozzle',
          figure: '0.36 mm',
          limit: '0.1 mm to 0.32 mm',
          origin: 'hardware, tool',
          fix: 'set 0.32 mm',
          change: { values: { firstLayerHeightMm: 0.32 } },
        },
      ],
    },
  ],
};
