import type { RuleCases } from '../cases.ts';
import { vatHolds } from './vatHolds.ts';

export const cases: RuleCases = {
  rule: vatHolds,
  stack: [
    {
      when: 'a vat that holds less than what is loaded',
      values: { vatMl: 300 },
      finds: [
        {
          severity: 'blocker',
          title: 'There is more resin in the vat than it holds',
          figure: '636 ml noted',
          limit: '300 ml',
          origin: 'printer profile',
          fix: 'pour 337 ml back and note it',
        },
      ],
    },
    { when: 'one that holds it all', values: { vatMl: 640 }, finds: [] },
    { when: 'one nobody has measured', finds: [], needs: '“Resin the vat holds” of the printer profile' },
    {
      when: 'a machine with nothing in it',
      values: { vatMl: 300 },
      machine: { loaded: null },
      finds: [],
      needs: 'what is loaded on the machine',
    },
  ],
};
