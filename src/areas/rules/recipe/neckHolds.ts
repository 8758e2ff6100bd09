import { defineRule } from '../define.ts';
import { outsideProven } from './ranges.ts';

export const neckHolds = defineRule({
  id: 'neck-holds',
  stage: 'before start',
  technology: 'resin',
  title: 'Supports hold where they meet the part',
  why: 'Thinner tips part, and no exposure of the part itself mends that.',
  source: 'common practice, no published source',
  recipe: { about: 'recipe', reads: ['supportTipMm'], find: (r) => outsideProven(r, 'supportTipMm', 'Support tip') },
});
