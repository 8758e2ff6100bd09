import { formatDuration } from '../../../core/units/format.ts';
import { defineRule } from '../define.ts';
import { ESTIMATE_READS, estimateOf } from '../estimate.ts';
import { lastsOf } from '../outcome.ts';

export const timeCeiling = defineRule({
  id: 'time-ceiling',
  stage: 'before start',
  title: 'One print lasts no longer than the farm allows',
  why: 'A print that outlasts the shift or the night stands in everybody’s way.',
  source: 'Farm policy',
  program: {
    reads: ESTIMATE_READS,
    find: (input) => {
      if (!input.context.policy) return { needs: 'the farm’s policy, which was not kept' };
      const most = input.context.policy.ceilings.hours;
      if (most === null) return [];
      const hours = lastsOf(estimateOf(input)) / 3600;
      if (hours <= most) return [];
      return [
        {
          severity: 'blocker',
          title: 'The print lasts longer than the farm allows',
          figure: formatDuration(3600 * hours),
          limit: formatDuration(3600 * most),
          origin: `farm policy, class ${input.context.job.class}`,
          fix: `bring it to ${((100 * most) / hours).toFixed(0)} % of its time: thicker layers, fewer at once, or another class`,
        },
      ];
    },
  },
});
