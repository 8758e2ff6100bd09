import { defineRule } from '../define.ts';

/** Plastics that bend again and again. Common practice, no source. */
const FLEXIBLE = ['TPU', 'TPE', 'PA', 'PP'];

export const flexiblePlastic = defineRule({
  id: 'flexible-plastic',
  stage: 'before start',
  title: 'A flexible part is of a flexible material',
  why: 'A stiff material breaks at the layer where it is bent.',
  source: 'Common practice, no source',
  program: {
    reads: [],
    find: ({ context }) => {
      if (context.job.purpose !== 'flexible') return [];
      const { family } = context.recipe;
      if (!family) return { needs: 'the material’s family' };
      if (FLEXIBLE.includes(family)) return [];
      return [
        {
          severity: 'caution',
          title: 'This material does not bend',
          figure: family,
          limit: FLEXIBLE.join(', '),
          origin: 'purpose: flexible',
          fix: 'choose a flexible material, or make the part thin where it bends',
        },
      ];
    },
  },
});
