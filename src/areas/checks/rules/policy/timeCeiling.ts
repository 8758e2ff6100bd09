import { noCeilings } from '../../../machines/model/policy.ts';
import { defineRule } from '../define.ts';
import { estimateOf } from '../estimate.ts';
import { soundJob } from '../sound.ts';

const withHours = (most: number) => soundJob({ policy: { ceilings: { ...noCeilings, hours: most } } });

export const timeCeiling = defineRule({
  id: 'time-ceiling',
  bites: 'before start',
  title: 'One print lasts no longer than the farm allows',
  why: 'A print that outlasts the shift or the night stands in everybody’s way.',
  source: 'Farm policy',
  find: (input) => {
    if (!input.sheet.policy) return { missing: 'the policy was not kept' };
    const most = input.sheet.policy.ceilings.hours;
    if (most === null) return [];
    const { timeS, heatingS } = estimateOf(input);
    const hours = (timeS + heatingS) / 3600;
    if (hours <= most) return [];
    return [
      {
        severity: 'blocker',
        title: 'The print lasts longer than the farm allows',
        figure: `${hours.toFixed(1)} h`,
        limit: `${most} h`,
        origin: `farm policy, class ${input.sheet.job.class}`,
        fix: `bring it to ${((100 * most) / hours).toFixed(0)} % of its time: thicker layers, fewer at once, or another class`,
      },
    ];
  },
  examples: {
    passes: [
      { says: 'the farm sets none', input: soundJob() },
      { says: 'below it', input: withHours(1000) },
    ],
    fails: [{ says: 'above it', input: withHours(0.1) }],
  },
});
