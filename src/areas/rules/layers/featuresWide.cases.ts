import type { RuleCases } from '../cases.ts';
import { stackRows } from '../figuresFixture.ts';
import { featuresWide } from './featuresWide.ts';

const block = { shape: 'box', x: 0, y: -3, w: 4, d: 4, fromMm: 0, toMm: 3 } as const;
const fin = { ...block, y: 5, w: 8, d: 0.068 } as const;

export const cases: RuleCases = {
  rule: featuresWide,
  stack: [
    {
      when: 'a fin two pixels wide',
      stack: { solids: [block, fin] },
      others: ['feet-wide'],
      finds: [
        {
          severity: 'caution',
          title: 'Some of a layer is narrower than three pixels',
          figure: '0.55 mm² in layer 1',
          limit: '0.102 mm wide',
          origin: 'common practice',
          fix: 'make it wider, or print it on a finer screen',
          layer: 1,
          zMm: 0.05,
          place: { xMm: 71.4, yMm: 49.215 },
        },
      ],
    },
    {
      when: 'more in one layer than in others, on pixels that are longer one way',
      measured: {
        rows: stackRows(40, (i) => ({ thinMm2: i === 10 ? 0.31 : i > 4 && i < 18 ? 0.305 : i > 30 ? 2 : 0 })),
        pixelMm: [0.034, 0.05],
      },
      finds: [
        {
          severity: 'caution',
          title: 'Some of a layer is narrower than three pixels',
          figure: '0.31 mm² in layer 11',
          limit: '0.150 mm wide',
          origin: 'common practice',
          fix: 'make it wider, or print it on a finer screen',
          layer: 11,
          zMm: 0.55,
        },
      ],
      others: ['layers-for-screen'],
    },
    { when: 'a ridge', measured: { rows: stackRows(30, (i) => ({ thinMm2: i > 20 ? 4 : 0 })) }, finds: [] },
    { when: 'as much as a corner has', measured: { rows: stackRows(30, () => ({ thinMm2: 0.3 })) }, finds: [] },
    {
      when: 'a fin three pixels wide',
      stack: { solids: [block, { ...fin, d: 0.102 }] },
      others: ['feet-wide'],
      finds: [],
    },
    { when: 'a short one of two', stack: { solids: [block, { ...fin, w: 4 }] }, others: ['feet-wide'], finds: [] },
  ],
};
