import { noCeilings } from '../../../machines/model/policy.ts';
import { defineRule } from '../define.ts';
import { estimateOf } from '../estimate.ts';
import { soundJob } from '../sound.ts';

const withMass = (most: number) => soundJob({ policy: { ceilings: { ...noCeilings, massG: most } } });

export const massCeiling = defineRule({
  id: 'mass-ceiling',
  bites: 'before start',
  title: 'The job weighs no more than the farm allows',
  why: 'A job that takes half a spool belongs to the planner, not to the night.',
  source: 'Farm policy',
  find: (input) => {
    if (!input.sheet.policy) return { missing: 'the policy was not kept' };
    const most = input.sheet.policy.ceilings.massG;
    if (most === null) return [];
    const { quantity } = input.sheet.job;
    const mass = estimateOf(input).massG * quantity;
    if (mass <= most) return [];
    return [
      {
        severity: 'blocker',
        title: 'The job weighs more than the farm allows',
        figure: `${mass.toFixed(0)} g for ${quantity}`,
        limit: `${most} g`,
        origin: `farm policy, class ${input.sheet.job.class}`,
        fix:
          mass / quantity > most
            ? `less infill, or another class: one alone weighs ${(mass / quantity).toFixed(0)} g`
            : `print ${Math.floor((most * quantity) / mass)} at most, the others as another job`,
      },
    ];
  },
  examples: {
    passes: [
      { says: 'the farm sets none', input: soundJob() },
      { says: 'below it', input: withMass(1000) },
    ],
    fails: [{ says: 'above it', input: withMass(0.1) }],
  },
});
