import type { RuleCases } from '../cases.ts';
import { exposuresTaken } from './exposuresTaken.ts';

const left = { shape: 'box', x: -6, y: 0, w: 8, d: 8, fromMm: 0, toMm: 1 } as const;
const fields = [
  { exposureS: 2.6, solids: [left] },
  { exposureS: 2.8, solids: [{ ...left, x: 6 }] },
];

export const cases: RuleCases = {
  rule: exposuresTaken,
  stack: [
    {
      when: 'two fields on a printer that takes them',
      stack: { plate: { fields } },
      values: { subExposures: true },
      finds: [],
    },
    {
      when: 'two fields on one that does not',
      stack: { plate: { fields } },
      finds: [
        {
          severity: 'blocker',
          title: 'Layers have several exposures, and the printer takes one',
          figure: '2 in a layer, first in layer 6',
          limit: '1',
          origin: 'hardware, Rifugio Vodice',
          fix: 'make a stack of one exposure a layer, or print it on a machine that takes several',
          layer: 6,
          zMm: 0.3,
        },
      ],
    },
  ],
};
