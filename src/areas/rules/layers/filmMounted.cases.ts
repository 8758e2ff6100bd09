import type { RuleCases } from '../cases.ts';
import { filmMounted } from './filmMounted.ts';

const mounted = { id: 'other', name: 'film 0.1', nozzleMm: 0 };

export const cases: RuleCases = {
  rule: filmMounted,
  stack: [
    {
      when: 'another film in the vat',
      machine: { mounted },
      finds: [
        {
          severity: 'blocker',
          title: 'Another film is mounted',
          figure: 'film 0.1',
          limit: 'film 0.15',
          origin: 'said at the machine',
          fix: 'mount film 0.15 and record it',
        },
      ],
    },
    { when: 'the recipe’s, whatever its name', machine: { mounted: { ...mounted, id: 'tool' } }, finds: [] },
    { when: 'a vat without one', machine: { mounted: null }, finds: [], needs: 'which film is mounted on the machine' },
  ],
};
