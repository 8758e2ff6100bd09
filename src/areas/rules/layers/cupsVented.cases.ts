import type { Expected, RuleCases } from '../cases.ts';
import { cupsVented } from './cupsVented.ts';

const cup = { shape: 'box', x: 0, y: 0, w: 10, d: 10, fromMm: 0, toMm: 2 } as const;
const inside = { ...cup, w: 6, d: 6, fromMm: 0.5, isCut: true } as const;

const sucks = (title: string, figure: string, xMm: number): Expected => ({
  severity: 'caution',
  title,
  figure: `${figure}; layers 11 to 40`,
  limit: '10 mm²',
  origin: 'common practice',
  fix: 'open it near the plate with a hole of 2 mm or more, or turn the part',
  layer: 11,
  zMm: 0.55,
  place: { xMm, yMm: 44.217 },
});

export const cases: RuleCases = {
  rule: cupsVented,
  stack: [
    {
      when: 'two cups, and the wider one says how many there are',
      stack: {
        solids: [
          { ...cup, x: -8 },
          { ...inside, x: -8 },
          { ...cup, x: 8 },
          { ...inside, x: 8, w: 7 },
        ],
      },
      finds: [
        sucks(
          'The film closes a room through 30 layers, the widest of 2',
          '41.9 mm² in layer 11, pulls up to 4.2 N',
          79.39,
        ),
        sucks('The film closes a room through 30 layers', '36.0 mm² in layer 11, pulls up to 3.6 N', 63.393),
      ],
    },
    {
      when: 'a cup that opens towards the film',
      stack: { solids: [cup, inside] },
      finds: [sucks('The film closes a room through 30 layers', '35.8 mm² in layer 11, pulls up to 3.6 N', 71.4)],
    },
    {
      when: 'a cup so wide that it tears',
      stack: {
        solids: [
          { ...cup, w: 14, d: 14 },
          { ...inside, w: 10.2, d: 10.2 },
        ],
      },
      finds: [
        {
          ...sucks('The film closes a room through 30 layers', '104.0 mm² in layer 11, pulls up to 10.4 N', 71.4),
          severity: 'blocker',
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
