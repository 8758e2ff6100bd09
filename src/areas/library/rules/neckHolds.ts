import { defineRecipeRule } from './define.ts';
import { outsideProven } from './ranges.ts';

export const neckHolds = defineRecipeRule({
  id: 'neck-holds',
  about: 'recipe',
  technology: 'resin',
  title: 'Supports hold where they meet the part',
  why: 'Thinner tips part, and no exposure of the part itself mends that.',
  source: 'common practice, no published source',
  reads: ['supportTipMm'],
  find: (r) => outsideProven(r, 'supportTipMm', 'Support tip'),
  examples: {
    passes: [{ says: 'at the limit', change: { values: { supportTipMm: 0.35 } } }],
    fails: [{ says: 'thinner', change: { values: { supportTipMm: 0.25 } } }],
  },
});
