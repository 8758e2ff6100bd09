import type { Expected, RuleCases } from '../cases.ts';
import { areaJump } from './areaJump.ts';

const foot = { shape: 'box', x: 0, y: 0, w: 10, d: 10, fromMm: 0, toMm: 1 } as const;

const jump = (figure: string, limit: string, layer: number, zMm: number): Expected => ({
  severity: 'caution',
  title: 'A layer is much larger than the one before',
  figure,
  limit,
  origin: 'common practice',
  fix: 'tilt the part, so that the area grows over many layers',
  layer,
  zMm,
});

export const cases: RuleCases = {
  rule: areaJump,
  stack: [
    {
      when: 'from 60 to 180 mm²: thrice as much, and not much more',
      stack: {
        solids: [
          { ...foot, w: 6 },
          { ...foot, w: 18, fromMm: 1, toMm: 2 },
        ],
      },
      finds: [],
      others: ['lean-held'],
    },
    {
      when: 'twice, and the larger one is told',
      stack: {
        solids: [
          foot,
          { ...foot, w: 40, fromMm: 1, toMm: 2 },
          { ...foot, fromMm: 2, toMm: 3 },
          { ...foot, w: 50, fromMm: 3, toMm: 4 },
        ],
      },
      finds: [jump('100 to 500 mm² in layer 61', '300 mm²', 61, 3.05)],
      others: ['lean-held'],
    },
    {
      when: 'twice alike, and the first is told',
      stack: {
        solids: [
          foot,
          { ...foot, w: 40, fromMm: 1, toMm: 2 },
          { ...foot, fromMm: 2, toMm: 3 },
          { ...foot, w: 40, fromMm: 3, toMm: 4 },
        ],
      },
      finds: [jump('100 to 400 mm² in layer 21', '300 mm²', 21, 1.05)],
      others: ['lean-held'],
    },
    {
      when: 'from 300 to 800 mm²: the double is what counts',
      stack: {
        solids: [
          { ...foot, w: 30 },
          { ...foot, w: 80, fromMm: 1, toMm: 2 },
        ],
      },
      finds: [jump('300 to 799 mm² in layer 21', '600 mm²', 21, 1.05)],
      others: ['lean-held'],
    },
    {
      when: 'from 100 to 290 mm²',
      stack: { solids: [foot, { ...foot, w: 29, fromMm: 1, toMm: 2 }] },
      finds: [],
      others: ['lean-held'],
    },
    {
      when: 'from 100 to 400 mm²',
      stack: { solids: [foot, { ...foot, w: 40, fromMm: 1, toMm: 2 }] },
      finds: [jump('100 to 400 mm² in layer 21', '300 mm²', 21, 1.05)],
      others: ['lean-held'],
    },
    {
      when: 'a large part that grows by less than its double',
      stack: {
        solids: [
          { ...foot, w: 30 },
          { ...foot, w: 58, fromMm: 1, toMm: 2 },
        ],
      },
      finds: [],
      others: ['lean-held'],
    },
  ],
};
