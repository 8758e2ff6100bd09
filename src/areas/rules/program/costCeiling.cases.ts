import { noCeilings } from '../../machines/model/policy.ts';
import type { RuleCases } from '../cases.ts';
import { costCeiling } from './costCeiling.ts';

export const cases: RuleCases = {
  rule: costCeiling,
  job: [
    { when: 'it costs what is allowed', policy: { ceilings: { 'in-house': { ...noCeilings, cost: 0.2 } } }, finds: [] },
    {
      when: 'it costs more than allowed',
      policy: { ceilings: { 'in-house': { ...noCeilings, cost: 0.05 } } },
      finds: [
        {
          severity: 'blocker',
          title: 'The job costs more than the farm allows',
          figure: '€ 0.09 for 1',
          limit: '€ 0.05',
          origin: 'farm policy, class in-house',
          fix: 'have it allowed by whoever pays, or bring it down by € 0.04',
        },
      ],
    },
    {
      when: 'an hour on the machine costs twice as much',
      values: { machineRatePerHour: 2 },
      policy: { ceilings: { 'in-house': { ...noCeilings, cost: 0.1 } } },
      finds: [
        {
          severity: 'blocker',
          title: 'The job costs more than the farm allows',
          figure: '€ 0.16 for 1',
          limit: '€ 0.10',
          origin: 'farm policy, class in-house',
          fix: 'have it allowed by whoever pays, or bring it down by € 0.06',
        },
      ],
    },
    {
      when: 'three cost more than allowed',
      policy: { ceilings: { 'in-house': { ...noCeilings, cost: 0.2 } } },
      job: { quantity: 3 },
      finds: [
        {
          severity: 'blocker',
          title: 'The job costs more than the farm allows',
          figure: '€ 0.26 for 3',
          limit: '€ 0.20',
          origin: 'farm policy, class in-house',
          fix: 'have it allowed by whoever pays, or bring it down by € 0.06',
        },
      ],
    },
    {
      when: 'three cost no more than allowed, for one print gives them all',
      policy: { ceilings: { 'in-house': { ...noCeilings, cost: 0.2 } } },
      job: { quantity: 3, prints: 1 },
      finds: [],
    },
    {
      when: 'the farm limits another class',
      policy: { ceilings: { 'lights-out': { ...noCeilings, cost: 0.1 } } },
      finds: [],
    },
    { when: 'the policy was not kept', forget: ['policy'], finds: [], needs: 'the farm’s policy, which was not kept' },
    {
      when: 'a long print of little material',
      measured: { report: { timeS: 36_000, heatingS: 0, extrudedVolumeMm3: 0 } },
      policy: { ceilings: { 'in-house': { ...noCeilings, cost: 9.99 } } },
      finds: [
        {
          severity: 'blocker',
          title: 'The job costs more than the farm allows',
          figure: '€ 10.00 for 1',
          limit: '€ 9.99',
          origin: 'farm policy, class in-house',
          fix: 'have it allowed by whoever pays, or bring it down by € 0.01',
        },
      ],
      others: ['line-width'],
    },
    {
      when: 'a short print of much material',
      measured: { report: { timeS: 0, heatingS: 0, extrudedVolumeMm3: 1e6 } },
      policy: { ceilings: { 'in-house': { ...noCeilings, cost: 32 } } },
      finds: [
        {
          severity: 'blocker',
          title: 'The job costs more than the farm allows',
          figure: '€ 32.10 for 1',
          limit: '€ 32.00',
          origin: 'farm policy, class in-house',
          fix: 'have it allowed by whoever pays, or bring it down by € 0.10',
        },
      ],
      others: ['line-width', 'loaded-material'],
    },
    {
      when: 'just what is allowed',
      measured: { report: { timeS: 36_000, heatingS: 0, extrudedVolumeMm3: 0 } },
      policy: { ceilings: { 'in-house': { ...noCeilings, cost: 10 } } },
      finds: [],
      others: ['line-width'],
    },
  ],
  stack: [
    {
      when: 'layers whose resin costs more',
      measured: { volumeMm3: 100_000, timeS: 0 },
      values: { pricePerLitre: 100, machineRatePerHour: 0 },
      policy: { ceilings: { 'in-house': { ...noCeilings, cost: 9 } } },
      finds: [
        {
          severity: 'blocker',
          title: 'The job costs more than the farm allows',
          figure: '€ 10.00 for 1',
          limit: '€ 9.00',
          origin: 'farm policy, class in-house',
          fix: 'have it allowed by whoever pays, or bring it down by € 1.00',
        },
      ],
    },
    {
      when: 'layers whose resin costs what is allowed',
      measured: { volumeMm3: 100_000, timeS: 0 },
      values: { pricePerLitre: 100, machineRatePerHour: 0 },
      policy: { ceilings: { 'in-house': { ...noCeilings, cost: 10 } } },
      finds: [],
    },
  ],
};
