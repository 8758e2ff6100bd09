import { defineRule } from '../define.ts';

/** Plastics whose hooks break at the second closing. Common practice, no source. */
const BRITTLE = ['PLA', 'PVA'];

export const snapFitPlastic = defineRule({
  id: 'snap-fit-plastic',
  stage: 'before start',
  title: 'A snap fit is of a tough material',
  why: 'A brittle hook breaks when it is bent for the second time.',
  source: 'Common practice, no source',
  program: {
    reads: [],
    find: ({ context }) => {
      if (context.job.purpose !== 'snap fit') return [];
      const { family } = context.recipe;
      if (!family) return { needs: 'the material’s family' };
      if (!BRITTLE.includes(family)) return [];
      return [
        {
          severity: 'caution',
          title: 'Hooks of this material break',
          figure: family,
          limit: `not ${BRITTLE.join(' or ')}`,
          origin: 'purpose: snap fit',
          fix: 'choose PETG, ASA, ABS or PA, or make the hook longer and thinner',
        },
      ];
    },
  },
});
