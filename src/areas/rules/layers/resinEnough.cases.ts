import type { RuleCases } from '../cases.ts';
import { resinEnough } from './resinEnough.ts';

const bottle = { id: 'asa', name: 'Torba ASA natural', lot: '2231' };

export const cases: RuleCases = {
  rule: resinEnough,
  stack: [
    { when: 'just enough', machine: { loaded: { ...bottle, remainingG: 1.1 } }, finds: [] },
    {
      when: 'enough for two prints, and three are wanted',
      machine: { loaded: { ...bottle, remainingG: 2.2 } },
      job: { quantity: 3 },
      finds: [
        {
          severity: 'blocker',
          title: 'There is not resin enough',
          figure: '2.9 ml with film and vat',
          limit: '2.0 ml',
          origin: 'loaded, lot 2231',
          fix: 'pour in 1 ml and note it',
        },
      ],
    },
    { when: 'nothing loaded', machine: { loaded: null }, finds: [], needs: 'what is loaded on the machine' },
  ],
};
