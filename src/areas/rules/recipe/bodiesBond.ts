import { defineRule } from '../define.ts';
import { isBody } from '../recipeInput.ts';
import { inList } from './families.ts';

export const bodiesBond = defineRule({
  id: 'bodies-bond',
  stage: 'before start',
  title: 'Materials of one part weld to each other',
  why: 'Otherwise the part falls in two where they meet.',
  source: 'common practice, no published source',
  recipe: {
    about: 'recipe',
    reads: [],
    readsOfRoles: ['family', 'bondsWith'],
    find: (r) => {
      const bodies = r.input.roles.filter((x) => isBody(x.role));
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
  },
});
