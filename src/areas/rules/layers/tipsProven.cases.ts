import type { RuleCases } from '../cases.ts';
import { tipsProven } from './tipsProven.ts';

const head = { shape: 'box', x: 0, y: 0, w: 4, d: 4, fromMm: 2.5, toMm: 3 } as const;
const post = (x: number, mm: number) => ({ shape: 'box', x, y: 0, w: mm, d: mm, fromMm: 0, toMm: 2.5 }) as const;
const thin = {
  severity: 'caution',
  title: '1 support tip of 2 below what is proven',
  figure: '0.27 mm',
  limit: '0.35 mm to 3.00 mm',
  origin: 'proven by T-0001',
  fix: 'set 0.35 mm or prove it',
  trialId: 't',
  layer: 51,
  zMm: 2.55,
  place: { xMm: 72.403, yMm: 44.217 },
} as const;
const pair = { solids: [head, post(-1, 0.306), post(1, 0.238)] };

export const cases: RuleCases = {
  rule: tipsProven,
  stack: [
    {
      when: 'columns as thick as is proven',
      stack: { solids: [head, post(-1, 0.442), post(1, 0.442)] },
      finds: [],
      others: ['feet-wide', 'lean-held'],
    },
    {
      when: 'columns within a pixel of it',
      stack: { solids: [head, post(-1, 0.306), post(1, 0.306)] },
      finds: [],
      others: ['feet-wide', 'lean-held'],
    },
    { when: 'one that is thinner', stack: pair, finds: [thin], others: ['feet-wide', 'lean-held'] },
    {
      when: 'two that are, where a trial saw thinner ones part',
      stack: { solids: [head, post(-1, 0.204), post(1, 0.238)] },
      proofs: { supportTipMm: { range: { min: 0.35, max: 3, minEnd: 'failedBeyond', maxEnd: 'notTriedBeyond' } } },
      finds: [
        {
          ...thin,
          severity: 'blocker',
          title: '2 support tips of 2 below what is proven, where a trial failed',
          figure: '0.23 mm',
          place: { xMm: 70.414, yMm: 44.217 },
        },
      ],
      others: ['feet-wide', 'lean-held', 'tips-carry'],
    },
    {
      when: 'one that is thinner than what was proven long ago',
      stack: pair,
      proofs: { supportTipMm: { state: 'due' } },
      finds: [],
      others: ['evidence-not-due', 'feet-wide', 'lean-held'],
    },
  ],
};
