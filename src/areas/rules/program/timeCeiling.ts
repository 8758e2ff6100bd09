import { formatDuration } from '../../../core/units/format.ts';
import type { CheckContext } from '../context.ts';
import { defineRule, type Found, type NotChecked } from '../define.ts';
import { estimateOfStack, STACK_ESTIMATE_READS } from '../stackEstimate.ts';
import { ESTIMATE_READS, estimateOf } from '../estimate.ts';
import { lastsOf } from '../outcome.ts';

export const timeCeiling = defineRule({
  id: 'time-ceiling',
  stage: 'before start',
  technology: 'both',
  title: 'One print lasts no longer than the farm allows',
  why: 'A print that outlasts the shift or the night stands in everybody’s way.',
  source: 'Farm policy',
  program: {
    reads: ESTIMATE_READS,
    find: (job) => tooLong(job.context, lastsOf(estimateOf(job))),
  },
  layers: {
    reads: STACK_ESTIMATE_READS,
    find: (stack, context) => tooLong(context, lastsOf(estimateOfStack({ stack, context }))),
  },
});
function tooLong({ policy, job }: CheckContext, lastsS: number): readonly Found[] | NotChecked {
  if (!policy) return { needs: 'the farm’s policy, which was not kept' };
  const most = policy.ceilings.hours;
  const hours = lastsS / 3600;
  if (most === null || hours <= most) return [];
  return [
    {
      severity: 'blocker',
      title: 'The print lasts longer than the farm allows',
      figure: formatDuration(3600 * hours),
      limit: formatDuration(3600 * most),
      origin: `farm policy, class ${job.class}`,
      fix: `bring it to ${((100 * most) / hours).toFixed(0)} % of its time: thicker layers, fewer at once, or another class`,
    },
  ];
}
