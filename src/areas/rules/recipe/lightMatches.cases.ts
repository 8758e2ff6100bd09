import type { RuleCases } from '../cases.ts';
import { lightMatches } from './lightMatches.ts';

export const cases: RuleCases = {
  rule: lightMatches,
  recipe: [
    { when: 'close enough', values: { wavelengthNm: 400 }, finds: [] },
    {
      when: 'another light',
      values: { wavelengthNm: 385 },
      finds: [
        {
          severity: 'blocker',
          title: 'The resin is for another light',
          figure: '385 nm',
          limit: '405 nm',
          origin: 'hardware, printer',
          fix: 'use a resin for 405 nm',
          change: { values: { wavelengthNm: 405 } },
        },
      ],
    },
    { when: 'just 10 nm apart', values: { wavelengthNm: 395 }, finds: [] },
    {
      when: '10.5 nm apart',
      values: { wavelengthNm: 394.5 },
      finds: [
        {
          severity: 'blocker',
          title: 'The resin is for another light',
          figure: '395 nm',
          limit: '405 nm',
          origin: 'hardware, printer',
          fix: 'use a resin for 405 nm',
          change: { values: { wavelengthNm: 405 } },
        },
      ],
    },
  ],
};
