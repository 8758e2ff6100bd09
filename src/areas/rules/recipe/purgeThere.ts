import { defineRule } from '../define.ts';

/** About the melt held in a hot end. Common practice, no source. */
const LEAST_MM3 = 120;

export const purgeThere = defineRule({
  id: 'purge-there',
  stage: 'before start',
  title: 'A change of material on one head is purged',
  why: 'Without it colours bleed and bonds fail.',
  source: 'common practice, no published source',
  recipe: {
    about: 'recipe',
    reads: ['purgeMm3'],
    find: (r) => {
      const byTool = new Map<string, Set<string>>();
      for (const x of r.input.roles) byTool.set(x.toolId, (byTool.get(x.toolId) ?? new Set()).add(x.materialId));
      return r.number('purgeMm3') > 0 || ![...byTool.values()].some((m) => m.size > 1)
        ? []
        : [
            {
              severity: 'caution',
              title: 'Two materials through one head, and nothing is purged',
              figure: r.show('purgeMm3'),
              limit: `${LEAST_MM3} mm³`,
              origin: 'process',
              fix: `purge ${LEAST_MM3} mm³ per change`,
              change: { values: { purgeMm3: LEAST_MM3 } },
            },
          ];
    },
  },
});
