import type { RuleCases } from '../cases.ts';
import { featuresWide } from './featuresWide.ts';

const block = { shape: 'box', x: 0, y: -3, w: 4, d: 4, fromMm: 0, toMm: 3 } as const;
const fin = { ...block, y: 5, w: 8, d: 0.068 } as const;

export const cases: RuleCases = {
  rule: featuresWide,
  stack: [
    {
      when: 'a fin two pixels wide',
      stack: { solids: [block, fin] },
      finds: [
        {
          severity: 'caution',
          title: 'Some of a layer is narrower than three pixels',
          figure: '0.55 mm² in layer 1',
          limit: '0.102 mm wide',
          origin: 'common practice',
          fix: 'make it wider, or print it on a finer screen',
          layer: 1,
          zMm: 0.05,
          place: { xMm: 71.4, yMm: 49.215 },
        },
      ],
    },
    { when: 'a fin three pixels wide', stack: { solids: [block, { ...fin, d: 0.102 }] }, finds: [] },
    { when: 'a short one of two', stack: { solids: [block, { ...fin, w: 4 }] }, finds: [] },
  ],
};
