import type { RuleCases } from '../cases.ts';
import { islandsHeld } from './islandsHeld.ts';

const post = { shape: 'box', x: 0, y: 0, w: 4, d: 4, fromMm: 0, toMm: 1 } as const;
const arm = { shape: 'box', x: 8, y: 0, w: 2, d: 3, fromMm: 0.5, toMm: 1 } as const;
const says = {
  limit: 'held by the layer before',
  origin: 'the layers themselves',
  fix: 'support it, turn the part, or take it away',
} as const;

export const cases: RuleCases = {
  rule: islandsHeld,
  stack: [
    { when: 'a post alone', stack: { solids: [post] }, finds: [] },
    {
      when: 'a box beside it that begins in mid-air',
      stack: { solids: [post, arm] },
      finds: [
        {
          severity: 'blocker',
          title: 'An area begins with nothing before it, and nothing ever holds it',
          figure: '6.00 mm² in layer 11',
          ...says,
          layer: 11,
          zMm: 0.55,
          place: { xMm: 79.407, yMm: 44.217 },
        },
      ],
    },
    {
      when: 'and one that a bridge joins to the post in layer 16',
      stack: { solids: [post, arm, { ...post, x: 4, w: 12, d: 1, fromMm: 0.75 }] },
      finds: [
        {
          severity: 'blocker',
          title: 'An area begins with nothing before it and hangs until layer 16',
          figure: '6.00 mm² in layer 11',
          ...says,
          layer: 11,
          zMm: 0.55,
          place: { xMm: 79.407, yMm: 44.217 },
        },
      ],
      others: ['lean-held'],
    },
    {
      when: 'a row of nineteen pixels',
      stack: { solids: [post, { ...arm, x: -8, y: 0.017, w: 0.646, d: 0.034 }] },
      finds: [
        {
          severity: 'blocker',
          title: 'An area begins with nothing before it, and nothing ever holds it',
          figure: '0.02 mm² in layer 11',
          ...says,
          layer: 11,
          zMm: 0.55,
          place: { xMm: 63.393, yMm: 44.217 },
        },
      ],
    },
    {
      when: 'a speck and something larger',
      stack: { solids: [post, arm, { ...arm, x: -8, w: 0.1, d: 0.1 }] },
      finds: [
        {
          severity: 'blocker',
          title: 'An area begins with nothing before it, and nothing ever holds it, the largest of 2',
          figure: '6.00 mm² in layer 11',
          ...says,
          layer: 11,
          zMm: 0.55,
          place: { xMm: 79.407, yMm: 44.217 },
        },
        {
          severity: 'caution',
          title: 'An area begins with nothing before it, and nothing ever holds it',
          figure: '0.01 mm² in layer 11',
          ...says,
          layer: 11,
          zMm: 0.55,
          place: { xMm: 63.393, yMm: 44.217 },
        },
      ],
    },
  ],
};
