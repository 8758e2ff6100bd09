import { noCeilings } from '../../machines/model/policy.ts';
import type { RuleCases } from '../cases.ts';
import { massCeiling } from './massCeiling.ts';

export const cases: RuleCases = {
  rule: massCeiling,
  job: [
    {
      when: 'it weighs what is allowed',
      policy: { ceilings: { 'in-house': { ...noCeilings, massG: 0.24 } } },
      finds: [],
    },
    {
      when: 'one weighs more than allowed',
      policy: { ceilings: { 'in-house': { ...noCeilings, massG: 0.2 } } },
      finds: [
        {
          severity: 'blocker',
          title: 'The job weighs more than the farm allows',
          figure: '0.2 g for 1',
          limit: '0.2 g',
          origin: 'farm policy, class in-house',
          fix: 'less infill, or another class: one alone weighs 0.2 g',
        },
      ],
    },
    {
      when: 'ten weigh more than allowed',
      policy: { ceilings: { 'in-house': { ...noCeilings, massG: 2 } } },
      job: { quantity: 10 },
      finds: [
        {
          severity: 'blocker',
          title: 'The job weighs more than the farm allows',
          figure: '2.2 g for 10',
          limit: '2 g',
          origin: 'farm policy, class in-house',
          fix: 'print 9 at most, the others as another job',
        },
      ],
    },
    { when: 'the policy was not kept', forget: ['policy'], finds: [], needs: 'the farm’s policy, which was not kept' },
  ],
};
