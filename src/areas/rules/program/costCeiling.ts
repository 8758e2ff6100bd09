import { defineRule } from '../define.ts';
import { ESTIMATE_READS, estimateOf, printsOf } from '../estimate.ts';

export const costCeiling = defineRule({
  id: 'cost-ceiling',
  stage: 'before start',
  title: 'The job costs no more than the farm allows',
  why: 'What costs more than this is asked for before it is made.',
  source: 'Farm policy',
  program: {
    reads: ESTIMATE_READS,
    find: (input) => {
      if (!input.context.policy) return { needs: 'the farm’s policy, which was not kept' };
      const most = input.context.policy.ceilings.cost;
      if (most === null) return [];
      const { quantity } = input.context.job;
      const prints = printsOf(input.context);
      const cost = estimateOf(input).cost * prints;
      if (cost <= most) return [];
      return [
        {
          severity: 'blocker',
          title: 'The job costs more than the farm allows',
          figure: `€ ${cost.toFixed(2)} for ${quantity}`,
          limit: `€ ${most.toFixed(2)}`,
          origin: `farm policy, class ${input.context.job.class}`,
          fix: `have it allowed by whoever pays, or bring it down by € ${(cost - most).toFixed(2)}`,
        },
      ];
    },
  },
});
