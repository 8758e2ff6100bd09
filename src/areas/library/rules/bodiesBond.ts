import { defineRecipeRule } from './define.ts';
import { inList } from './families.ts';
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
const OTHER: RecipeRole = {
  role: 'part body',
  toolId: 'tool2',
  materialId: 'pla',
  materialName: 'Fienile PLA white',
  family: 'PLA',
  bondsWith: '',
  supportPartners: '',
};

export const bodiesBond = defineRecipeRule({
  id: 'bodies-bond',
  about: 'recipe',
  technology: 'filament',
  title: 'Materials of one part weld to each other',
  why: 'Otherwise the part falls in two where they meet.',
  source: 'common practice, no published source',
  reads: [],
  readsOfRoles: ['family', 'bondsWith'],
  find: (r) => {
    const bodies = r.input.roles.filter((x) => x.role === 'part body');
    const first = bodies[0];
    return bodies
      .slice(1)
      .filter((x) => first && x.family !== first.family && !inList(first.bondsWith, x.family))
      .map((x) => ({
        severity: 'blocker' as const,
        title: `${x.family} does not weld to ${first!.family}`,
        figure: x.materialName,
        limit: first!.bondsWith || 'nothing named',
        origin: 'material data',
        fix: `use ${first!.bondsWith || first!.family}`,
        change: { roles: r.input.roles.filter((other) => other !== x) },
      }));
  },
  examples: {
    passes: [
      { says: 'two that bond', change: { roles: [BODY, { ...OTHER, family: 'ABS' }], values: { purgeMm3: 100 } } },
    ],
    fails: [{ says: 'two that do not', change: { roles: [BODY, OTHER], values: { purgeMm3: 100 } } }],
  },
});
