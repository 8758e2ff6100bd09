import type { RuleCases } from '../cases.ts';
import { cupsVented } from './cupsVented.ts';

const cup = { shape: 'box', x: 0, y: 0, w: 10, d: 10, fromMm: 0, toMm: 2 } as const;
const inside = { ...cup, w: 6, d: 6, fromMm: 0.5, isCut: true } as const;

export const cases: RuleCases = {
  rule: cupsVented,
  stack: [
    {
      when: 'a cup that opens towards the film',
      stack: { solids: [cup, inside] },
      finds: [
        {
          severity: 'caution',
          title: 'The film closes a room through 30 layers',
          figure: '35.8 mm² in layer 11, pulls up to 3.6 N; layers 11 to 40',
          limit: '10 mm²',
          origin: 'common practice',
          fix: 'open it near the plate with a hole of 2 mm or more, or turn the part',
          layer: 11,
          zMm: 0.55,
          place: { xMm: 71.4, yMm: 44.217 },
        },
      ],
    },
    {
      when: 'the same with a slit through its wall',
      stack: { solids: [cup, inside, { ...inside, x: 4, w: 2, d: 2, toMm: 1 }] },
      finds: [],
      others: ['lean-held'],
    },
    { when: 'a narrow one', stack: { solids: [cup, { ...inside, w: 3, d: 3 }] }, finds: [] },
  ],
};
