import type { RuleCases } from '../cases.ts';
import { stackRows } from '../figuresFixture.ts';
import { layersLit } from './layersLit.ts';

const block = { shape: 'box', x: 0, y: 0, w: 20, d: 14, fromMm: 0, toMm: 1 } as const;
const within = {
  severity: 'blocker',
  title: 'Layers between others show nothing',
  figure: '3 dark layers, the first is layer 21',
  limit: 'none',
  origin: 'the layers',
  fix: 'have them drawn anew',
  layer: 21,
  zMm: 1.05,
} as const;

export const cases: RuleCases = {
  rule: layersLit,
  stack: [
    {
      when: 'three dark layers between two blocks',
      stack: { solids: [block, { ...block, fromMm: 1.15, toMm: 2 }] },
      finds: [within],
      others: ['islands-held', 'light-even'],
    },
    {
      when: 'dark layers at the end',
      measured: { rows: stackRows(30, (i) => (i < 28 ? {} : { areaMm2: 0 })) },
      finds: [
        {
          ...within,
          severity: 'caution',
          title: 'The last layers show nothing',
          figure: '2 dark layers, the first is layer 29',
          fix: 'leave them out: they only take time',
          layer: 29,
          zMm: 1.45,
        },
      ],
    },
    {
      when: 'a dark layer within, and another at the end',
      measured: { rows: stackRows(30, (i) => (i === 12 || i === 29 ? { areaMm2: 0 } : {})) },
      finds: [{ ...within, figure: '1 dark layer, the first is layer 13', layer: 13, zMm: 0.65 }],
    },
    {
      when: 'a first layer that is dark',
      measured: { rows: stackRows(30, (i) => (i === 0 ? { areaMm2: 0 } : {})) },
      finds: [{ ...within, figure: '1 dark layer, the first is layer 1', layer: 1, zMm: 0.05 }],
      others: ['base-holds'],
    },
    { when: 'a block without any', stack: {}, finds: [] },
  ],
};
