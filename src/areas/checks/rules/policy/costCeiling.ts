import { noCeilings } from '../../../machines/model/policy.ts';
import { defineRule } from '../define.ts';
import { estimateOf } from '../estimate.ts';
import { soundJob } from '../sound.ts';

const withCost = (most: number) => soundJob({ policy: { ceilings: { ...noCeilings, cost: most } } });

export const costCeiling = defineRule({
  id: 'cost-ceiling',
  bites: 'before start',
  title: 'The job costs no more than the farm allows',
  why: 'What costs more than this is asked for before it is made.',
  source: 'Farm policy',
  find: (input) => {
    if (!input.sheet.policy) return { missing: 'the policy was not kept' };
    const most = input.sheet.policy.ceilings.cost;
    if (most === null) return [];
    const { quantity } = input.sheet.job;
    const cost = estimateOf(input).cost * quantity;
    if (cost <= most) return [];
    return [
      {
        severity: 'blocker',
        title: 'The job costs more than the farm allows',
        figure: `€ ${cost.toFixed(2)} for ${quantity}`,
        limit: `€ ${most.toFixed(2)}`,
        origin: `farm policy, class ${input.sheet.job.class}`,
        fix: `have it allowed by whoever pays, or bring it down by € ${(cost - most).toFixed(2)}`,
      },
    ];
  },
  examples: {
    passes: [
      { says: 'the farm sets none', input: soundJob() },
      { says: 'below it', input: withCost(1000) },
    ],
    fails: [{ says: 'above it', input: withCost(0.1) }],
  },
});
