import type { RuleCases } from '../cases.ts';
import { clearOfScreenEdge } from './clearOfScreenEdge.ts';

const block = { shape: 'box', x: 0, y: 0, w: 20, d: 10, fromMm: 0, toMm: 1 } as const;
const says = {
  severity: 'caution',
  title: 'What is lit reaches the edge of the screen',
  limit: 'within 142.80 × 88.40 mm',
  origin: 'hardware, screen',
  fix: 'move the part, turn it, or see that nothing is missing',
} as const;

export const cases: RuleCases = {
  rule: clearOfScreenEdge,
  stack: [
    {
      when: 'a pixel from every edge',
      stack: { solids: [{ ...block, w: 142.8 - 0.068, d: 88.4 - 0.068 }] },
      others: ['dark-around', 'lift-for-area'],
      finds: [],
    },
    {
      when: 'over every edge',
      stack: { solids: [{ ...block, w: 150, d: 90 }] },
      others: ['dark-around', 'lift-for-area'],
      finds: [{ ...says, figure: '142.80 × 88.40 mm, at the left and the front and the right and the back' }],
    },
    { when: 'two pixels from the right edge', stack: { solids: [{ ...block, x: 71.4 - 10 - 0.068 }] }, finds: [] },
    {
      when: 'over the right edge',
      stack: { solids: [{ ...block, x: 66.4 }] },
      finds: [{ ...says, figure: '14.99 × 10.00 mm, at the right' }],
    },
    {
      when: 'over the left front corner',
      stack: { solids: [{ ...block, x: -66.4, y: -41.2 }] },
      finds: [{ ...says, figure: '14.99 × 7.99 mm, at the left and the front' }],
    },
    {
      when: 'over the back',
      stack: { solids: [{ ...block, y: 41.2 }] },
      finds: [{ ...says, figure: '19.99 × 7.99 mm, at the back' }],
    },
    { when: 'nothing at all', measured: { boundsMm: null }, finds: [], needs: 'a layer that shows something' },
  ],
};
