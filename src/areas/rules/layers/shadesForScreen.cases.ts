import type { RuleCases } from '../cases.ts';
import { shadesForScreen } from './shadesForScreen.ts';

const shades = (between: number) => ({ shades: { between, faintestLayer: 0, faintShare: 0 } });
const disc = {
  solids: [{ shape: 'disc', x: 0, y: 0, w: 9, d: 9, fromMm: 0, toMm: 1 }],
  plate: { samples: 4 },
} as const;
const more = {
  severity: 'caution',
  title: 'The pictures have more greys than the screen shows',
  figure: '16 greys between dark and full',
  limit: '15',
  origin: 'printer profile',
  fix: 'draw them with at most 4 samples a side',
} as const;

export const cases: RuleCases = {
  rule: shadesForScreen,
  stack: [
    { when: 'more greys than four samples a side give', measured: shades(16), finds: [more] },
    { when: 'just as many', measured: shades(15), finds: [] },
    { when: 'edges drawn with four samples a side', stack: disc, finds: [] },
    {
      when: 'edges drawn with more than the screen has',
      stack: disc,
      values: { samplesPerPixelMost: 2 },
      finds: [
        {
          ...more,
          figure: '15 greys between dark and full',
          limit: '3',
          fix: 'draw them with at most 2 samples a side',
        },
      ],
    },
    {
      when: 'a screen of which nobody has said it',
      measured: shades(255),
      without: ['samplesPerPixelMost'],
      finds: [],
      needs: 'how many shades the printer can show',
    },
  ],
};
