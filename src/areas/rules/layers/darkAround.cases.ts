import type { RuleCases } from '../cases.ts';
import { stackRows } from '../figuresFixture.ts';
import { darkAround } from './darkAround.ts';

/** A first layer that lights so much of a screen of 142.8 × 88.4 mm. */
const lit = (share: number) => ({ rows: stackRows(40, (i) => (i === 0 ? { areaMm2: share * 142.8 * 88.4 } : {})) });

export const cases: RuleCases = {
  rule: darkAround,
  stack: [
    {
      when: 'nearly all of it',
      measured: lit(0.96),
      finds: [
        {
          severity: 'blocker',
          title: 'The first layer lights nearly the whole screen',
          figure: '96.0 % of the screen',
          limit: '90 %',
          origin: 'common practice',
          fix: 'have the layers drawn with light where the part is; these look inverted',
          layer: 1,
          zMm: 0.05,
        },
      ],
    },
    { when: 'most of it', measured: lit(0.89), finds: [] },
    { when: 'a block', stack: {}, finds: [] },
  ],
};
