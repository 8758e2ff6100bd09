import type { RuleCases } from '../cases.ts';
import { throwAway } from './throwAway.ts';

export const cases: RuleCases = {
  rule: throwAway,
  job: [
    {
      when: 'it is fine',
      mesh: {},
      job: { purpose: 'throw-away fit' },
      finds: [
        {
          severity: 'note',
          title: 'Finer than a test piece needs',
          figure: 'layers of 0.2 mm, 20 % infill',
          limit: '0.24 mm, 15 %',
          origin: 'purpose: throw-away fit',
          fix: 'set 15 % infill, and a process with layers of 0.24 mm if its flow is proven',
          change: { values: { infillPercent: 15 } },
        },
      ],
    },
    {
      when: 'it is coarse and a tenth filled',
      mesh: {},
      job: { purpose: 'throw-away fit' },
      values: { layerHeightMm: 0.24, firstLayerHeightMm: 0.24, infillPercent: 10 },
      finds: [],
    },
    {
      when: 'it is coarse and a fifth filled',
      mesh: {},
      job: { purpose: 'throw-away fit' },
      values: { layerHeightMm: 0.24, firstLayerHeightMm: 0.24 },
      finds: [
        {
          severity: 'note',
          title: 'Finer than a test piece needs',
          figure: 'layers of 0.24 mm, 20 % infill',
          limit: '0.24 mm, 15 %',
          origin: 'purpose: throw-away fit',
          fix: 'set 15 % infill, and a process with layers of 0.24 mm if its flow is proven',
          change: { values: { infillPercent: 15 } },
        },
      ],
    },
    { when: 'it is kept', mesh: {}, finds: [] },
    {
      when: 'just coarse enough, and just 15 % filled',
      mesh: {},
      job: { purpose: 'throw-away fit' },
      values: { layerHeightMm: 0.19, infillPercent: 15 },
      finds: [],
    },
    {
      when: 'coarse, and 16 % filled',
      mesh: {},
      job: { purpose: 'throw-away fit' },
      values: { layerHeightMm: 0.24, firstLayerHeightMm: 0.24, infillPercent: 16 },
      finds: [
        {
          severity: 'note',
          title: 'Finer than a test piece needs',
          figure: 'layers of 0.24 mm, 16 % infill',
          limit: '0.24 mm, 15 %',
          origin: 'purpose: throw-away fit',
          fix: 'set 15 % infill, and a process with layers of 0.24 mm if its flow is proven',
          change: { values: { infillPercent: 15 } },
        },
      ],
    },
    {
      when: 'fine, with a coarse first layer',
      mesh: {},
      job: { purpose: 'throw-away fit' },
      values: { layerHeightMm: 0.18, firstLayerHeightMm: 0.24, infillPercent: 10 },
      finds: [
        {
          severity: 'note',
          title: 'Finer than a test piece needs',
          figure: 'layers of 0.18 mm, 10 % infill',
          limit: '0.24 mm, 15 %',
          origin: 'purpose: throw-away fit',
          fix: 'set 15 % infill, and a process with layers of 0.24 mm if its flow is proven',
        },
      ],
    },
    {
      when: 'for a wider nozzle',
      mesh: {},
      job: { purpose: 'throw-away fit' },
      values: { nozzleDiameterMm: 0.45, infillPercent: 10, layerHeightMm: 0.2 },
      machine: { mounted: { id: 'tool', name: '0.45', nozzleMm: 0.45 } },
      finds: [
        {
          severity: 'note',
          title: 'Finer than a test piece needs',
          figure: 'layers of 0.2 mm, 10 % infill',
          limit: '0.27 mm, 15 %',
          origin: 'purpose: throw-away fit',
          fix: 'set 15 % infill, and a process with layers of 0.27 mm if its flow is proven',
        },
      ],
    },
  ],
};
