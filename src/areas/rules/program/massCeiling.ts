import { grams } from '../grams.ts';
import type { CheckContext } from '../context.ts';
import { defineRule, type Found, type NotChecked } from '../define.ts';
import { estimateOfStack, STACK_ESTIMATE_READS } from '../stackEstimate.ts';
import { ESTIMATE_READS, estimateOf, printsOf } from '../estimate.ts';

export const massCeiling = defineRule({
  id: 'mass-ceiling',
  stage: 'before start',
  technology: 'both',
  title: 'The job weighs no more than the farm allows',
  why: 'A job that takes half a spool belongs to the planner, not to the night.',
  source: 'Farm policy',
  program: {
    reads: ESTIMATE_READS,
    find: (job) => tooHeavy(job.context, estimateOf(job).massG, 'less infill'),
  },
  layers: {
    reads: STACK_ESTIMATE_READS,
    find: (stack, context) => tooHeavy(context, estimateOfStack({ stack, context }).massG, 'hollow it'),
  },
});
function tooHeavy(context: CheckContext, ofOne: number, lighter: string): readonly Found[] | NotChecked {
  const { policy, job } = context;
  if (!policy) return { needs: 'the farm’s policy, which was not kept' };
  const most = policy.ceilings.massG;
  const prints = printsOf(context);
  const mass = ofOne * prints;
  if (most === null || mass <= most) return [];
  return [
    {
      severity: 'blocker',
      title: 'The job weighs more than the farm allows',
      figure: `${grams(mass)} for ${job.quantity}`,
      limit: `${most} g`,
      origin: `farm policy, class ${job.class}`,
      fix:
        mass / prints > most
          ? `${lighter}, or another class: one print alone weighs ${grams(mass / prints)}`
          : `print ${Math.floor((most * job.quantity) / mass)} at most, the others as another job`,
    },
  ];
}
