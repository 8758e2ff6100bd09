import type { RuleCases } from '../cases.ts';
import { partDoesNotDissolve } from './partDoesNotDissolve.ts';

export const cases: RuleCases = {
  rule: partDoesNotDissolve,
  recipe: [
    {
      when: 'soluble',
      values: { solubleIn: 'water' },
      finds: [
        {
          severity: 'caution',
          title: 'The part itself dissolves in water',
          figure: 'ASA',
          limit: 'a lasting material',
          origin: 'material data',
          fix: 'choose another material for the part',
          change: { values: { solubleIn: '' } },
        },
      ],
    },
  ],
};
