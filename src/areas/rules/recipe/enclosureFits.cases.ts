import type { RuleCases } from '../cases.ts';
import { enclosureFits } from './enclosureFits.ts';

export const cases: RuleCases = {
  rule: enclosureFits,
  recipe: [
    { when: 'either will do', values: { enclosureNeed: 'either', enclosure: false }, finds: [] },
    {
      when: 'an open frame',
      values: { enclosure: false },
      finds: [
        {
          severity: 'caution',
          title: 'ASA wants a closed machine',
          figure: 'open frame',
          limit: 'closed',
          origin: 'material data',
          fix: 'choose an enclosed machine',
          change: { values: { enclosure: true }, machine: { lid: 'closed' } },
        },
      ],
    },
    {
      when: 'the lid left open',
      machine: { lid: 'open' },
      finds: [
        {
          severity: 'caution',
          title: 'ASA wants a closed machine',
          figure: 'lid open',
          limit: 'closed',
          origin: 'material data',
          fix: 'close the lid',
          change: { values: { enclosure: true }, machine: { lid: 'closed' } },
        },
      ],
    },
    {
      when: 'a plastic that wants air',
      values: { enclosureNeed: 'open' },
      finds: [
        {
          severity: 'caution',
          title: 'ASA wants an open machine',
          figure: 'closed',
          limit: 'open',
          origin: 'material data',
          fix: 'open the lid',
          change: { values: { enclosure: true }, machine: { lid: 'open' } },
        },
      ],
    },
  ],
};
