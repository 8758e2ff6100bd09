import type { RuleCases } from '../cases.ts';
import { tipsCarry } from './tipsCarry.ts';

const head = { shape: 'box', x: 0, y: 0, w: 4, d: 4, fromMm: 2.5, toMm: 3 } as const;
const post = (x: number, mm: number) => ({ shape: 'box', x, y: 0, w: mm, d: mm, fromMm: 0, toMm: 2.5 }) as const;
const on = (w: number, d: number) => ({ solids: [{ ...head, w, d }, post(0, 0.34)] });
const hangs = (severity: 'caution' | 'blocker', figure: string, limit: string) =>
  ({
    severity,
    title: 'A layer hangs on too little',
    figure,
    limit,
    origin: 'common practice',
    fix: 'add supports or thicker tips, or turn the part so that its layers are smaller',
    layer: 51,
    zMm: 2.55,
    place: { xMm: 71.4, yMm: 44.217 },
  }) as const;

export const cases: RuleCases = {
  rule: tipsCarry,
  stack: [
    { when: 'little that hangs on one tip', stack: on(3, 3), finds: [], others: ['feet-wide', 'lean-held'] },
    {
      when: 'more than a tip carries well',
      stack: on(5, 5),
      finds: [hangs('caution', '25.3 mm² on 0.12 mm² in layer 50', '0.21 mm²')],
      others: ['feet-wide', 'lean-held'],
    },
    {
      when: 'far more than that',
      stack: on(8, 8),
      finds: [hangs('blocker', '64.4 mm² on 0.12 mm² in layer 50', '0.54 mm²')],
      others: ['base-holds', 'feet-wide', 'lean-held'],
    },
    {
      when: 'as much on four of them',
      stack: { solids: [{ ...head, w: 6, d: 6 }, post(-2, 0.34), post(2, 0.34), post(-1, 0.34), post(1, 0.34)] },
      finds: [],
      others: ['feet-wide', 'lean-held'],
    },
    { when: 'nothing that hangs on anything', measured: { hold: null }, finds: [] },
  ],
};
