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
  ],
};
