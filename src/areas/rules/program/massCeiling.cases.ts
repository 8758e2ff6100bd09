import { noCeilings } from '../../machines/model/policy.ts';
import { supportedTable, type RuleCases } from '../cases.ts';
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
          fix: 'less infill, or another class: one print alone weighs 0.2 g',
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
    {
      when: 'just what is allowed',
      measured: { report: { extrudedVolumeMm3: 100_000 } },
      policy: { ceilings: { 'in-house': { ...noCeilings, massG: 107 } } },
      finds: [],
      others: ['line-width'],
    },
    {
      when: 'one alone weighs just what is allowed and two are ordered',
      measured: { report: { extrudedVolumeMm3: 100_000 } },
      job: { quantity: 2 },
      policy: { ceilings: { 'in-house': { ...noCeilings, massG: 107 } } },
      finds: [
        {
          severity: 'blocker',
          title: 'The job weighs more than the farm allows',
          figure: '214 g for 2',
          limit: '107 g',
          origin: 'farm policy, class in-house',
          fix: 'print 1 at most, the others as another job',
        },
      ],
      others: ['line-width'],
    },
    {
      when: 'two are ordered and one print gives both',
      measured: { report: { extrudedVolumeMm3: 100_000 } },
      job: { quantity: 2, prints: 1 },
      policy: { ceilings: { 'in-house': { ...noCeilings, massG: 107 } } },
      finds: [],
      others: ['line-width'],
    },
    {
      when: 'one of two alone weighs more',
      measured: { report: { extrudedVolumeMm3: 100_000 } },
      job: { quantity: 2 },
      policy: { ceilings: { 'in-house': { ...noCeilings, massG: 100 } } },
      finds: [
        {
          severity: 'blocker',
          title: 'The job weighs more than the farm allows',
          figure: '214 g for 2',
          limit: '100 g',
          origin: 'farm policy, class in-house',
          fix: 'less infill, or another class: one print alone weighs 107 g',
        },
      ],
      others: ['line-width'],
    },
    {
      when: 'the materials of both heads weigh more together',
      ...supportedTable,
      policy: { ceilings: { 'in-house': { massG: 7, cost: null, hours: null } } },
      finds: [
        {
          severity: 'blocker',
          title: 'The job weighs more than the farm allows',
          figure: '7.1 g for 1',
          limit: '7 g',
          origin: 'farm policy, class in-house',
          fix: 'less infill, or another class: one print alone weighs 7.1 g',
        },
      ],
    },
  ],
  stack: [
    {
      when: 'layers that weigh more',
      measured: { volumeMm3: 100_000 },
      policy: { ceilings: { 'in-house': { ...noCeilings, massG: 100 } } },
      finds: [
        {
          severity: 'blocker',
          title: 'The job weighs more than the farm allows',
          figure: '110 g for 1',
          limit: '100 g',
          origin: 'farm policy, class in-house',
          fix: 'hollow it, or another class: one print alone weighs 110 g',
        },
      ],
    },
    {
      when: 'layers that weigh what is allowed',
      measured: { volumeMm3: 100_000 },
      policy: { ceilings: { 'in-house': { ...noCeilings, massG: 110.1 } } },
      finds: [],
    },
  ],
};
