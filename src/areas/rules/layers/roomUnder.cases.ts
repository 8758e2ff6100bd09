import type { RuleCases } from '../cases.ts';
import { roomUnder } from './roomUnder.ts';

const head = { shape: 'box', x: 0, y: 0, w: 4, d: 4, fromMm: 2.5, toMm: 3 } as const;
const post = (x: number, mm: number) => ({ shape: 'box', x, y: 0, w: mm, d: mm, fromMm: 0, toMm: 2.5 }) as const;
const short = (toMm: number) => ({
  solids: [
    { ...head, fromMm: toMm, toMm: toMm + 1 },
    { ...post(-1, 0.6), toMm },
    { ...post(1, 0.6), toMm },
  ],
});

export const cases: RuleCases = {
  rule: roomUnder,
  stack: [
    {
      when: 'supports a millimetre long',
      stack: short(1),
      finds: [
        {
          severity: 'caution',
          title: 'A support is too short to be cut',
          figure: 'meets the part 1.05 mm above the plate',
          limit: '2.0 mm',
          origin: 'common practice',
          fix: 'raise the part by 0.9 mm, or set it flat on the plate',
          layer: 21,
          zMm: 1.05,
          place: { xMm: 70.397, yMm: 44.217 },
        },
      ],
      others: ['feet-wide', 'lean-held'],
    },
    { when: 'supports two millimetres long', stack: short(2), finds: [], others: ['feet-wide', 'lean-held'] },
    { when: 'a part that lies on the plate', finds: [] },
  ],
};
