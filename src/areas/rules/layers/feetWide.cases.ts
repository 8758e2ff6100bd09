import type { RuleCases } from '../cases.ts';
import { feetWide } from './feetWide.ts';

const block = { shape: 'box', x: 0, y: 0, w: 20, d: 14, fromMm: 0, toMm: 1 } as const;
/** A block, and a post beside it. */
const post = (mm: number) => ({ shape: 'box', x: 15, y: 0, w: mm, d: mm, fromMm: 0, toMm: 1 }) as const;

export const cases: RuleCases = {
  rule: feetWide,
  stack: [
    {
      when: 'a post that is thinner than a millimetre',
      stack: { solids: [block, post(0.85)] },
      finds: [
        {
          severity: 'caution',
          title: 'The smallest of 2 areas on the plate is very small',
          figure: '0.72 mm²',
          limit: '1 mm²',
          origin: 'common practice',
          fix: 'give it a foot, or a raft under all of them',
          layer: 1,
          zMm: 0.05,
          place: { xMm: 86.411, yMm: 44.217 },
        },
      ],
    },
    { when: 'one that is wider', stack: { solids: [block, post(1.02)] }, finds: [] },
    { when: 'one of just that', measured: { foot: { areaMm2: 1, feet: 2, xMm: 30, yMm: 20 } }, finds: [] },
    { when: 'nothing on the plate', measured: { foot: null }, finds: [] },
  ],
};
