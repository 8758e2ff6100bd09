import type { RuleCases } from '../cases.ts';
import { lightWhereUsed } from './lightWhereUsed.ts';

const corner = { shape: 'box', x: -55, y: -35, w: 4, d: 4, fromMm: 0, toMm: 3 } as const;
/** A screen that is dim at one place, its left front corner unless another is said. */
const mapped = (dim: number, exposureS: object = {}, place = 0) => ({
  irradianceMwPerCm2: { conditions: { light: Array.from({ length: 15 }, (_, i) => (i === place ? dim : 3)) } },
  exposureS,
});
const dim = {
  severity: 'caution',
  title: 'The dimmest place that is used gets less light than is proven',
  figure: '73 % of the mean: as 1.89 s',
  limit: '2.30 s',
  origin: 'light map; proven by T-0001',
  fix: 'move the part towards the middle, or expose for 3.16 s',
  trialId: 't',
  place: { xMm: 14.416, yMm: 7.208 },
} as const;

export const cases: RuleCases = {
  rule: lightWhereUsed,
  stack: [
    { when: 'a part in a dim corner', proofs: mapped(2), stack: { solids: [corner] }, finds: [dim] },
    {
      when: 'a part there, where a trial saw less light fail',
      proofs: mapped(2, { range: { min: 2.3, max: 3, minEnd: 'failedBeyond', maxEnd: 'notTriedBeyond' } }),
      stack: { solids: [corner] },
      finds: [{ ...dim, severity: 'blocker' }],
    },
    {
      when: 'the same part in the middle',
      proofs: mapped(2),
      stack: { solids: [{ ...corner, x: 0, y: 0 }] },
      finds: [],
    },
    { when: 'a corner that is hardly dimmer', proofs: mapped(2.8), stack: { solids: [corner] }, finds: [] },
    {
      when: 'a part in a dim corner at the right and the back',
      proofs: mapped(2, {}, 14),
      stack: { solids: [{ ...corner, x: 55, y: 35 }] },
      finds: [{ ...dim, place: { xMm: 128.384, yMm: 81.192 } }],
    },
    {
      when: 'a wide part over a dim middle',
      proofs: mapped(2, {}, 7),
      stack: { solids: [{ ...corner, x: 0, y: 0, w: 100, d: 60 }] },
      others: ['lift-for-area'],
      finds: [
        {
          ...dim,
          figure: '68 % of the mean: as 1.77 s',
          fix: 'move the part towards the middle, or expose for 3.37 s',
          place: { xMm: 71.4, yMm: 44.2 },
        },
      ],
    },
    {
      when: 'just as much light as is proven',
      proofs: mapped(3, { range: { min: 2.6, max: 3, minEnd: 'failedBeyond', maxEnd: 'notTriedBeyond' } }),
      stack: { solids: [corner] },
      finds: [],
    },
    { when: 'nothing lit anywhere', proofs: mapped(2), measured: { boundsMm: null }, finds: [] },
    {
      when: 'a screen nobody has measured',
      stack: { solids: [corner] },
      finds: [],
      needs: 'a light map of this machine’s screen',
    },
    {
      when: 'an exposure that is due',
      proofs: mapped(2, { state: 'due' }),
      stack: { solids: [corner] },
      finds: [],
      needs: 'a proven exposure',
      others: ['evidence-not-due'],
    },
  ],
};
