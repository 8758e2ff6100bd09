import type { RuleCases } from '../cases.ts';
import { accurateScale } from './accurateScale.ts';

export const cases: RuleCases = {
  rule: accurateScale,
  job: [
    { when: 'sizes matter and X and Y are proven', job: { purpose: 'accurate' }, finds: [] },
    {
      when: 'sizes matter and Y is unproven',
      job: { purpose: 'accurate' },
      proofs: { scaleYPercent: null },
      finds: [
        {
          severity: 'caution',
          title: 'Sizes matter here, and the scale is not proven',
          figure: 'Y without valid evidence',
          limit: 'X and Y proven',
          origin: 'purpose: accurate',
          fix: 'run a dimensions trial on Rifugio Vodice · 0.4 hardened · Torba ASA natural',
          isUnproven: true,
        },
      ],
    },
    {
      when: 'it snaps shut and neither is proven',
      job: { purpose: 'snap fit' },
      proofs: { scaleXPercent: null, scaleYPercent: { state: 'due', because: 'belt tightened 2 d ago' } },
      finds: [
        {
          severity: 'caution',
          title: 'Sizes matter here, and the scale is not proven',
          figure: 'X and Y without valid evidence',
          limit: 'X and Y proven',
          origin: 'purpose: snap fit',
          fix: 'run a dimensions trial on Rifugio Vodice · 0.4 hardened · Torba ASA natural',
          isUnproven: true,
        },
      ],
      others: ['evidence-not-due'],
    },
    {
      when: 'the class is proven only: another rule asks that of every setting',
      job: { purpose: 'snap fit', class: 'customer part' },
      proofs: { scaleXPercent: null },
      finds: [],
      others: ['proofs-complete'],
    },
    {
      when: 'the class is proven only, and the policy lets the scale stay unproven',
      job: { purpose: 'snap fit', class: 'customer part' },
      policy: { mayStayUnproven: { 'customer part': { scaleXPercent: 'fitted by hand' } } },
      proofs: { scaleXPercent: null },
      finds: [
        {
          severity: 'caution',
          title: 'Sizes matter here, and the scale is not proven',
          figure: 'X without valid evidence',
          limit: 'X and Y proven',
          origin: 'purpose: snap fit',
          fix: 'run a dimensions trial on Rifugio Vodice · 0.4 hardened · Torba ASA natural',
          isUnproven: true,
        },
      ],
      others: ['proofs-complete'],
    },
    { when: 'it is only looked at', job: { purpose: 'look' }, proofs: { scaleXPercent: null }, finds: [] },
  ],
};
