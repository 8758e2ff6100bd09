import type { Expected, RuleCases } from '../cases.ts';
import { roomsDrain } from './roomsDrain.ts';

const block = { shape: 'box', x: 0, y: 0, w: 8, d: 8, fromMm: 0, toMm: 2 } as const;
const room = { ...block, w: 3, d: 3, fromMm: 0.5, toMm: 1.5, isCut: true } as const;

const full = (title: string, figure: string, xMm: number): Expected => ({
  severity: 'caution',
  title,
  figure,
  limit: 'open to the outside',
  origin: 'the layers themselves',
  fix: 'give each two holes of 2 mm or more, one at its lowest place as it hangs, or fill it',
  layer: 11,
  zMm: 0.55,
  place: { xMm, yMm: 44.217 },
});

export const cases: RuleCases = {
  rule: roomsDrain,
  stack: [
    {
      when: 'more rooms than are told one by one',
      stack: { solids: [block, room] },
      measured: { roomCount: 230 },
      finds: [full('At least 1 closed room full of resin', '0.01 ml, the largest from layer 11 to 30', 71.4)],
      others: ['lean-held'],
    },
    {
      when: 'a small one',
      stack: { solids: [block, { ...room, w: 1.25, d: 1.25 }] },
      finds: [full('1 closed room full of resin', '0.00 ml, the largest from layer 11 to 30', 71.4)],
      others: ['lean-held'],
    },
    {
      when: 'a flat one and one that holds more',
      stack: {
        solids: [
          { ...block, w: 16 },
          { ...room, x: -4, toMm: 0.9 },
          { ...room, x: 4, w: 2.5, d: 2.5 },
        ],
      },
      finds: [full('2 closed rooms full of resin', '0.01 ml, the largest from layer 11 to 30', 75.395)],
      others: ['lean-held'],
    },
    {
      when: 'a hollow that nothing leads out of',
      stack: { solids: [block, room] },
      finds: [full('1 closed room full of resin', '0.01 ml, the largest from layer 11 to 30', 71.4)],
      others: ['lean-held'],
    },
    {
      when: 'the same with a hole to the side',
      stack: { solids: [block, room, { ...room, x: 2.75, w: 2.5, d: 1, toMm: 0.9 }] },
      finds: [],
      others: ['lean-held'],
    },
    { when: 'a bubble', stack: { solids: [block, { ...room, w: 0.5, d: 0.5 }] }, finds: [] },
  ],
};
