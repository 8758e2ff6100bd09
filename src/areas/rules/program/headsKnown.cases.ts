import { roleFixture, secondRoleFixture } from '../fixture.ts';
import type { RuleCases } from '../cases.ts';
import { headsKnown } from './headsKnown.ts';

/** Ten millimetres by the second head, hot enough and cooled again. */
const second = 'M104 T1 S212\nT1\nM109 S212\nG1 X60 Y60 E1 F1200\nG1 E-1.6 F2100\nM104 S0\nT0';

export const cases: RuleCases = {
  rule: headsKnown,
  job: [
    {
      when: 'a second head lays and the recipe has one',
      values: { heads: 2 },
      program: { before: { layer3: second } },
      finds: [
        {
          severity: 'blocker',
          title: 'Nothing is known of what head 2 lays',
          figure: 'T1 extrudes',
          limit: 'head 1: Torba ASA natural',
          origin: 'recipe',
          fix: 'check with a recipe that gives head 2 its role, tool and material',
          line: 56,
          layer: 2,
          zMm: 0.4,
        },
      ],
    },
    {
      when: 'a second head lays what the recipe gives it',
      values: { heads: 2 },
      program: { before: { layer3: second } },
      roles: [roleFixture, secondRoleFixture('support')],
      second: {},
      finds: [],
    },
    {
      when: 'a second head is only heated and cooled',
      values: { heads: 2 },
      program: { before: { layer3: 'M104 T1 S212\nM104 T1 S0' } },
      finds: [],
    },
    {
      when: 'an older run did not tell heads apart',
      measured: { report: { heads: undefined } },
      finds: [],
      needs: 'a program read by this version; check again',
    },
  ],
};
