import { noCeilings } from '../../machines/model/policy.ts';
import type { RuleCases } from '../cases.ts';
import { timeCeiling } from './timeCeiling.ts';

export const cases: RuleCases = {
  rule: timeCeiling,
  job: [
    { when: 'it lasts what is allowed', policy: { ceilings: { 'in-house': { ...noCeilings, hours: 1 } } }, finds: [] },
    {
      when: 'it lasts longer',
      policy: { ceilings: { 'in-house': { ...noCeilings, hours: 0.05 } } },
      finds: [
        {
          severity: 'blocker',
          title: 'The print lasts longer than the farm allows',
          figure: '5 min',
          limit: '3 min',
          origin: 'farm policy, class in-house',
          fix: 'bring it to 64 % of its time: thicker layers, fewer at once, or another class',
        },
      ],
    },
    { when: 'the policy was not kept', forget: ['policy'], finds: [], needs: 'the farm’s policy, which was not kept' },
    {
      when: 'just what is allowed',
      measured: { report: { timeS: 3400, heatingS: 200 } },
      policy: { ceilings: { 'in-house': { ...noCeilings, hours: 1 } } },
      finds: [],
    },
    {
      when: 'ten hours where nine are allowed',
      measured: { report: { timeS: 36_000, heatingS: 0 } },
      policy: { ceilings: { 'in-house': { ...noCeilings, hours: 9 } } },
      finds: [
        {
          severity: 'blocker',
          title: 'The print lasts longer than the farm allows',
          figure: '10 h 00',
          limit: '9 h 00',
          origin: 'farm policy, class in-house',
          fix: 'bring it to 90 % of its time: thicker layers, fewer at once, or another class',
        },
      ],
    },
  ],
  stack: [
    {
      when: 'layers that take longer',
      measured: { timeS: 90_000 },
      policy: { ceilings: { 'in-house': { ...noCeilings, hours: 24 } } },
      finds: [
        {
          severity: 'blocker',
          title: 'The print lasts longer than the farm allows',
          figure: '25 h 00',
          limit: '24 h 00',
          origin: 'farm policy, class in-house',
          fix: 'bring it to 96 % of its time: thicker layers, fewer at once, or another class',
        },
      ],
    },
    {
      when: 'layers that take no longer',
      measured: { timeS: 86_400 },
      policy: { ceilings: { 'in-house': { ...noCeilings, hours: 24 } } },
      finds: [],
    },
  ],
};
