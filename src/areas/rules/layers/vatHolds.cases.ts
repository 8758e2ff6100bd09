import type { RuleCases } from '../cases.ts';
import { vatHolds } from './vatHolds.ts';

export const cases: RuleCases = {
  rule: vatHolds,
  stack: [
    {
      when: 'more in the vat than it holds',
      values: { vatMl: 300 },
      known: { inVatMl: 336.5 },
      finds: [
        {
          severity: 'blocker',
          title: 'There is more resin in the vat than it holds',
          figure: '337 ml',
          limit: '300 ml',
          origin: 'printer profile',
          fix: 'pour 37 ml back and record it',
        },
      ],
    },
    { when: 'just what it holds', values: { vatMl: 300 }, known: { inVatMl: 300 }, finds: [] },
    {
      when: 'a vat nobody has measured',
      known: { inVatMl: 300 },
      finds: [],
      needs: '“Resin the vat holds” of the printer profile',
    },
    {
      when: 'a vat nobody has looked into',
      values: { vatMl: 300 },
      finds: [],
      needs: 'how much resin is in the vat, as somebody says at the machine',
    },
  ],
};
