import type { RuleCases } from '../cases.ts';
import { vatLasts } from './vatLasts.ts';

/** A slab of 20 ml, 4 ml a millimetre. */
const slab = { solids: [{ shape: 'box', x: 0, y: 0, w: 100, d: 40, fromMm: 0, toMm: 5 }] } as const;
const low = {
  severity: 'caution',
  title: 'The vat runs low before the end',
  figure: '20.0 ml, all that may be used by layer 51',
  limit: '10.1 ml',
  origin: 'said at the machine',
  fix: 'pour 10 ml into the vat before the start',
  layer: 51,
  zMm: 2.55,
} as const;
const others = ['lift-for-area'];

export const cases: RuleCases = {
  rule: vatLasts,
  stack: [
    {
      when: 'half of what it takes',
      values: { vatMl: 100 },
      known: { inVatMl: 30.05 },
      stack: slab,
      finds: [low],
      others,
    },
    {
      when: 'a vat that is nearly full and too small',
      values: { vatMl: 14 },
      known: { inVatMl: 12.85 },
      stack: slab,
      finds: [{ ...low, limit: '10.0 ml', fix: 'fill the vat up, and stop before layer 51 to pour in the rest' }],
      others,
    },
    {
      when: 'less than covers the film',
      values: { vatMl: 200 },
      known: { inVatMl: 30 },
      stack: slab,
      finds: [
        {
          ...low,
          figure: '20.0 ml, all that may be used by layer 1',
          limit: '0.0 ml',
          fix: 'pour 30 ml into the vat before the start',
          layer: 1,
          zMm: 0.05,
        },
      ],
      others,
    },
    { when: 'all it takes', values: { vatMl: 100 }, known: { inVatMl: 40.1 }, stack: slab, finds: [], others },
    {
      when: 'a vat nobody has measured',
      known: { inVatMl: 30 },
      finds: [],
      needs: '“Resin the vat holds” of the printer profile',
    },
    {
      when: 'a vat nobody has looked into',
      values: { vatMl: 100 },
      finds: [],
      needs: 'how much resin is in the vat, as somebody says at the machine',
    },
  ],
};
