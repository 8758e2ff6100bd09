import { defineRule } from '../define.ts';

const LEAST_PERCENT = 50;
const LEAST_WALLS = 3;

export const loadedFill = defineRule({
  id: 'loaded-fill',
  stage: 'body',
  title: 'A loaded part has infill and walls for it',
  why: 'Load runs through walls and infill; a hollow part gives way between them.',
  source: '50 % infill, three walls: common practice, no source',
  mesh: {
    reads: [],
    find: (_, { context }) => {
      if (context.job.purpose !== 'loaded') return [];
      const { lay } = context.recipe;
      if (!lay) return { needs: 'a recipe with everything a toolpath needs' };
      if (lay.infillPercent >= LEAST_PERCENT && lay.walls >= LEAST_WALLS) return [];
      return [
        {
          severity: 'caution',
          title: 'Too little infill or walls for a loaded part',
          figure: `${lay.infillPercent} % infill, ${lay.walls} walls`,
          limit: `${LEAST_PERCENT} %, ${LEAST_WALLS} walls`,
          origin: 'purpose: loaded',
          fix: `set ${LEAST_PERCENT} % infill and ${LEAST_WALLS} walls; choose a build orientation with the load along the layers`,
          change: {
            values: {
              infillPercent: Math.max(LEAST_PERCENT, lay.infillPercent),
              walls: Math.max(LEAST_WALLS, lay.walls),
            },
          },
        },
      ];
    },
  },
});
