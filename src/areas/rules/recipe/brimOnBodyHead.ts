import { defineRule } from '../define.ts';

export const brimOnBodyHead = defineRule({
  id: 'brim-on-body-head',
  stage: 'before start',
  title: 'Raft and brim are printed by the head of the part',
  why: 'Left on another head the foot is of another material, or missing.',
  source: 'common practice, no published source',
  recipe: {
    about: 'recipe',
    reads: [],
    find: (r) => {
      const part = r.input.roles.find((x) => x.role === 'part body');
      return r.input.roles
        .filter((x) => part && x.role === 'raft/brim' && x.toolId !== part.toolId)
        .map((x) => ({
          severity: 'caution' as const,
          title: 'Raft and brim are on another head',
          figure: x.materialName,
          limit: part!.materialName,
          origin: 'recipe',
          fix: 'print them with the head of the part',
          change: { roles: r.input.roles.filter((other) => other !== x) },
        }));
    },
  },
});
