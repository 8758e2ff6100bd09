import { defineRecipeRule } from './define.ts';
import type { RecipeRole } from './define.ts';

const BODY: RecipeRole = {
  role: 'part body',
  toolId: 'tool',
  materialId: 'asa',
  materialName: 'Torba ASA natural',
  family: 'ASA',
  bondsWith: 'ASA, ABS',
  supportPartners: 'PVA, ASA',
};

export const brimOnBodyHead = defineRecipeRule({
  id: 'brim-on-body-head',
  about: 'recipe',
  technology: 'filament',
  title: 'Raft and brim are laid by the head of the part',
  why: 'Left on another head the foot is of another plastic, or is not laid at all.',
  source: 'common practice, no published source',
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
        fix: 'lay them with the head of the part',
        change: { roles: r.input.roles.filter((other) => other !== x) },
      }));
  },
  examples: {
    passes: [{ says: 'on the same', change: { roles: [BODY, { ...BODY, role: 'raft/brim' }] } }],
    fails: [{ says: 'on another', change: { roles: [BODY, { ...BODY, role: 'raft/brim', toolId: 'tool2' }] } }],
  },
});
