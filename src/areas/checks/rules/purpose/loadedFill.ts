import { defineMeshRule } from '../define.ts';
import { soundLay, soundMeshJob } from '../mesh/sound.ts';

const LEAST_PERCENT = 50;
const LEAST_WALLS = 3;

export const loadedFill = defineMeshRule({
  id: 'loaded-fill',
  bites: 'body',
  title: 'What carries a load is filled for it',
  why: 'Load runs through walls and fill; a hollow part gives way between them.',
  source: 'Half filled, three walls: common practice, no source',
  find: (_, { sheet }) => {
    if (sheet.job.purpose !== 'loaded') return [];
    const { lay } = sheet.recipe;
    if (!lay) return { missing: 'the recipe lacks what a toolpath needs' };
    if (lay.infillPercent >= LEAST_PERCENT && lay.walls >= LEAST_WALLS) return [];
    return [
      {
        severity: 'caution',
        title: 'Little plastic for a part that is loaded',
        figure: `${lay.infillPercent} % fill, ${lay.walls} walls`,
        limit: `${LEAST_PERCENT} %, ${LEAST_WALLS} walls`,
        origin: 'purpose: loaded',
        fix: `fill ${LEAST_PERCENT} % and lay ${LEAST_WALLS} walls; stand it so that the pull does not part the layers`,
        change: {
          values: {
            infillPercent: Math.max(LEAST_PERCENT, lay.infillPercent),
            walls: Math.max(LEAST_WALLS, lay.walls),
          },
        },
      },
    ];
  },
  examples: {
    passes: [
      {
        says: 'half filled',
        input: soundMeshJob({}, { job: { purpose: 'loaded' }, recipe: { lay: { ...soundLay, infillPercent: 50 } } }),
      },
    ],
    fails: [{ says: 'a fifth filled', input: soundMeshJob({}, { job: { purpose: 'loaded' } }) }],
  },
});
