import type { RuleCases } from '../cases.ts';
import { bottomThick } from './bottomThick.ts';

export const cases: RuleCases = {
  rule: bottomThick,
  recipe: [
    { when: 'just enough', values: { bottomThicknessMm: 0.25 }, finds: [] },
    {
      when: 'too few',
      values: { bottomLayers: 3 },
      finds: [
        {
          severity: 'caution',
          title: 'The base is thinner than it should be',
          figure: '3 × 0.05 mm',
          limit: '0.25 mm',
          origin: 'process',
          fix: '5 bottom layers',
          change: { values: { bottomLayers: 5 } },
        },
      ],
    },
  ],
};
