import type { RuleCases } from '../cases.ts';
import { resinLoaded } from './resinLoaded.ts';

const loaded = { id: 'clear', name: 'Torba clear', lot: '77', remainingG: 900 };

export const cases: RuleCases = {
  rule: resinLoaded,
  stack: [
    {
      when: 'another resin in the vat',
      machine: { loaded },
      finds: [
        {
          severity: 'blocker',
          title: 'Another resin is loaded',
          figure: 'Torba clear, lot 77',
          limit: 'Quarzo grey',
          origin: 'said at the machine',
          fix: 'change the vat to Quarzo grey and record it',
        },
      ],
    },
    { when: 'the recipe’s, of another lot', machine: { loaded: { ...loaded, id: 'asa' } }, finds: [] },
    { when: 'a vat nobody filled', machine: { loaded: null }, finds: [], needs: 'what is loaded on the machine' },
  ],
};
