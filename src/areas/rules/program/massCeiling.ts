import { grams } from '../grams.ts';
import { defineRule } from '../define.ts';
import { ESTIMATE_READS, estimateOf, printsOf } from '../estimate.ts';

export const massCeiling = defineRule({
  id: 'mass-ceiling',
  stage: 'before start',
  title: 'The job weighs no more than the farm allows',
  why: 'A job that takes half a spool belongs to the planner, not to the night.',
  source: 'Farm policy',
  program: {
    reads: ESTIMATE_READS,
    find: (input) => {
      if (!input.context.policy) return { needs: 'the farm’s policy, which was not kept' };
      const most = input.context.policy.ceilings.massG;
      if (most === null) return [];
      const { quantity } = input.context.job;
      const prints = printsOf(input.context);
      const mass = estimateOf(input).massG * prints;
      if (mass <= most) return [];
      return [
        {
          severity: 'blocker',
          title: 'The job weighs more than the farm allows',
          figure: `${grams(mass)} for ${quantity}`,
          limit: `${most} g`,
          origin: `farm policy, class ${input.context.job.class}`,
          fix:
            mass / prints > most
              ? `less infill, or another class: one print alone weighs ${grams(mass / prints)}`
              : `print ${Math.floor((most * quantity) / mass)} at most, the others as another job`,
        },
      ];
    },
  },
});
