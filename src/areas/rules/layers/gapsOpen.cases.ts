import type { RuleCases } from '../cases.ts';
import { stackRows } from '../figuresFixture.ts';
import { gapsOpen } from './gapsOpen.ts';

const half = { shape: 'box', x: -6, y: 0, w: 10, d: 14, fromMm: 0, toMm: 1 } as const;
/** Two blocks with a slot between them. */
const slot = (mm: number, d = 14) => ({
  solids: [
    { ...half, d },
    { ...half, d, x: 4 + mm },
  ],
});

const shut = {
  severity: 'caution',
  title: 'A gap is narrower than three pixels',
  figure: '0.95 mm² in layer 1',
  limit: '0.102 mm wide',
  origin: 'common practice',
  fix: 'make it wider, put the parts further apart, or print it on a finer screen',
  layer: 1,
  zMm: 0.05,
  place: { xMm: 70.448, yMm: 51.153 },
} as const;
/** Gaps through so many layers from the ninth on, and of the most in one of them; further up through fewer. */
const gaps = (most: number, layers = 10) => ({
  rows: stackRows(40, (i) => ({
    gapMm2: i === 10 ? most : i >= 8 && i < 8 + layers ? Math.min(0.305, most) : i > 30 && i < 36 ? 2 : 0,
  })),
});

export const cases: RuleCases = {
  rule: gapsOpen,
  stack: [
    {
      when: 'a slot two pixels wide',
      stack: slot(0.068),
      finds: [shut],
    },
    { when: 'a slot three pixels wide', stack: slot(0.102), finds: [] },
    { when: 'a slot two pixels wide and short', stack: slot(0.068, 4), finds: [] },
    {
      when: 'gaps through half a millimetre, more in one layer than in others, on pixels that are longer one way',
      measured: { ...gaps(0.31), pixelMm: [0.034, 0.05] },
      finds: [
        { ...shut, figure: '0.31 mm² in layer 11', limit: '0.150 mm wide', layer: 11, zMm: 0.55, place: undefined },
      ],
      others: ['layers-for-screen'],
    },
    { when: 'gaps through less than that', measured: gaps(0.31, 9), finds: [] },
    { when: 'as much as a notch has', measured: gaps(0.3), finds: [] },
    { when: 'one block', stack: {}, finds: [] },
  ],
};
