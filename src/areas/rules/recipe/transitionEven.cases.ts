import type { RuleCases } from '../cases.ts';
import { transitionEven } from './transitionEven.ts';

export const cases: RuleCases = {
  rule: transitionEven,
  recipe: [
    { when: 'a few steps', values: { transitionLayers: 3 }, finds: [] },
    {
      when: 'no transition',
      values: { transitionLayers: 0 },
      finds: [
        {
          severity: 'note',
          title: 'The exposure falls in large steps',
          figure: '23.4 s a layer',
          limit: '10.4 s',
          origin: 'common practice',
          fix: '2 transition layers',
          change: { values: { transitionLayers: 2 } },
        },
      ],
    },
  ],
};
