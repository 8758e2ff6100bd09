import type { CheckContext } from '../context.ts';
import { defineRule, type Found, type NotChecked } from '../define.ts';
import { estimateOfStack, STACK_ESTIMATE_READS } from '../stackEstimate.ts';
import { ESTIMATE_READS, estimateOf, printsOf } from '../estimate.ts';

export const costCeiling = defineRule({
  id: 'cost-ceiling',
  stage: 'before start',
  technology: 'both',
  title: 'The job costs no more than the farm allows',
  why: 'What costs more than this is asked for before it is made.',
  source: 'Farm policy',
  program: {
    reads: ESTIMATE_READS,
    find: (job) => tooDear(job.context, estimateOf(job).cost),
  },
  layers: {
    reads: STACK_ESTIMATE_READS,
    find: (stack, context) => tooDear(context, estimateOfStack({ stack, context }).cost),
  },
});
function tooDear(context: CheckContext, ofOne: number): readonly Found[] | NotChecked {
  const { policy, job } = context;
  if (!policy) return { needs: 'the farm’s policy, which was not kept' };
  const most = policy.ceilings.cost;
  const cost = ofOne * printsOf(context);
  if (most === null || cost <= most) return [];
  return [
    {
      severity: 'blocker',
      title: 'The job costs more than the farm allows',
      figure: `€ ${cost.toFixed(2)} for ${job.quantity}`,
      limit: `€ ${most.toFixed(2)}`,
      origin: `farm policy, class ${job.class}`,
      fix: `have it allowed by whoever pays, or bring it down by € ${(cost - most).toFixed(2)}`,
    },
  ];
}
