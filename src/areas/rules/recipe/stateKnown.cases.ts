import type { RuleCases } from '../cases.ts';
import { stateKnown } from './stateKnown.ts';

export const cases: RuleCases = {
  rule: stateKnown,
  recipe: [
    { when: 'lately', machine: { knownForDays: 30 }, finds: [] },
    {
      when: 'long ago',
      machine: { knownForDays: 200 },
      finds: [
        {
          severity: 'note',
          title: 'Mounted tool last confirmed 200 days ago',
          figure: '200 d ago',
          limit: '60 d',
          origin: 'machine, Rifugio Vodice',
          fix: 'look, and confirm on its page',
          change: { machine: { knownForDays: 0 } },
        },
      ],
    },
    {
      when: 'never',
      machine: { knownForDays: null },
      finds: [
        {
          severity: 'note',
          title: 'Mounted tool never confirmed',
          figure: 'never confirmed',
          limit: '60 d',
          origin: 'machine, Rifugio Vodice',
          fix: 'look, and confirm on its page',
          change: { machine: { knownForDays: 0 } },
        },
      ],
    },
  ],
};
