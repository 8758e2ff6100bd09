import type { RuleCases } from '../cases.ts';
import { baseHolds } from './baseHolds.ts';

const foot = { shape: 'box', x: 0, y: 0, w: 3, d: 3, fromMm: 0, toMm: 1 } as const;

export const cases: RuleCases = {
  rule: baseHolds,
  stack: [
    {
      when: 'just over 50 mm² on a tip',
      stack: {
        solids: [
          { ...foot, w: 1, d: 1 },
          { ...foot, w: 7.1, d: 7.1, fromMm: 1, toMm: 2 },
        ],
      },
      finds: [
        {
          severity: 'caution',
          title: 'Little lies on the plate for so large a layer',
          figure: '1.0 mm² on the plate, 50 mm² in layer 21',
          limit: '2.5 mm²',
          origin: 'common practice',
          fix: 'add supports or a raft, or turn the part so that its largest layer is smaller',
          layer: 21,
          zMm: 1.05,
        },
      ],
      others: ['lean-held', 'room-under'],
    },
    {
      when: 'a plate of 190 mm² on a foot of 9',
      stack: { solids: [foot, { ...foot, w: 10, d: 19, fromMm: 1, toMm: 2 }] },
      finds: [
        {
          severity: 'caution',
          title: 'Little lies on the plate for so large a layer',
          figure: '9.0 mm² on the plate, 190 mm² in layer 21',
          limit: '9.5 mm²',
          origin: 'common practice',
          fix: 'add supports or a raft, or turn the part so that its largest layer is smaller',
          layer: 21,
          zMm: 1.05,
        },
      ],
      others: ['lean-held'],
    },
    {
      when: 'one of 170 mm²',
      stack: { solids: [foot, { ...foot, w: 10, d: 17, fromMm: 1, toMm: 2 }] },
      finds: [],
      others: ['lean-held'],
    },
    {
      when: 'a small thing on a tip',
      stack: {
        solids: [
          { ...foot, w: 1, d: 1 },
          { ...foot, w: 7, d: 7, fromMm: 1, toMm: 2 },
        ],
      },
      finds: [],
      others: ['lean-held', 'room-under'],
    },
  ],
};
