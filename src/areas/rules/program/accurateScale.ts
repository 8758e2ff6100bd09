import { defineRule } from '../define.ts';
import { trialFix } from '../evidence.ts';

const NEEDS = ['accurate', 'snap fit'] as const;

export const accurateScale = defineRule({
  id: 'accurate-scale',
  stage: 'before start',
  title: 'Where sizes matter, the machine’s scale is proven',
  why: 'A fit of a tenth cannot be promised by a machine whose tenths nobody has measured.',
  source: 'docs/trials.md, dimensions',
  program: {
    reads: [],
    find: ({ context }) => {
      const needs = NEEDS.find((p) => p === context.job.purpose);
      if (!needs) return [];
      const unproven = ['X', 'Y'].filter((axis) => context.proofs[`scale${axis}Percent`]?.state !== 'proven');
      if (unproven.length === 0) return [];
      // where only what is proven may print, that is asked of every setting
      const allowed = context.policy?.mayStayUnproven ?? {};
      if (context.job.provenOnly && unproven.some((axis) => !(`scale${axis}Percent` in allowed))) return [];
      return [
        {
          severity: 'caution',
          title: 'Sizes matter here, and the scale is not proven',
          figure: `${unproven.join(' and ')} without valid evidence`,
          limit: 'X and Y proven',
          origin: `purpose: ${needs}`,
          isUnproven: true,
          fix: trialFix(context, 'dimensions'),
        },
      ];
    },
  },
});
