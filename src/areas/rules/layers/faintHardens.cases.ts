import type { RuleCases } from '../cases.ts';
import { faintHardens } from './faintHardens.ts';

const faint = (faintShare: number) => ({ shades: { between: 1, faintestLayer: 7, faintShare } });
const disc = {
  solids: [{ shape: 'disc', x: 0, y: 0, w: 9, d: 9, fromMm: 0, toMm: 1 }],
  plate: { samples: 4 },
} as const;
const much = {
  severity: 'caution',
  title: 'Much of a layer is lit too faintly to harden',
  figure: '51 % of what is lit in layer 7',
  limit: '50 %',
  origin: 'common practice',
  fix: 'draw it with full light, and dim nothing by its grey',
  layer: 7,
  zMm: 0.35,
} as const;

export const cases: RuleCases = {
  rule: faintHardens,
  stack: [
    { when: 'somewhat more than half of a layer', measured: faint(0.51), finds: [much] },
    {
      when: 'a whole layer',
      measured: faint(1),
      finds: [
        {
          ...much,
          severity: 'blocker',
          title: 'A layer is lit too faintly to harden',
          figure: '100 % of what is lit in layer 7',
        },
      ],
    },
    {
      when: 'nearly a whole layer',
      measured: faint(0.99),
      finds: [{ ...much, figure: '99 % of what is lit in layer 7' }],
    },
    { when: 'half of a layer', measured: faint(0.5), finds: [] },
    { when: 'edges of a disc', stack: disc, finds: [] },
  ],
};
