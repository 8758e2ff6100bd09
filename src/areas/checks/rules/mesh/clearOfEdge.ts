import { formatFigure } from '../../../../core/units/format.ts';
import { defineMeshRule } from '../define.ts';
import { SHRINKING } from './shrinking.ts';
import { soundMeshJob } from './sound.ts';

const COLD_MM = 10;

export const clearOfEdge = defineMeshRule({
  id: 'clear-of-edge',
  bites: 'first layer',
  title: 'A plastic that shrinks keeps off the cold edge',
  why: 'Towards the edge a bed is colder; a corner of a shrinking plastic lifts there first.',
  source: '10 mm: common practice, no source',
  find: ({ minMm, maxMm }, { sheet }) => {
    const { family } = sheet.recipe;
    if (!family) return { missing: 'the material has no family' };
    if (!SHRINKING.includes(family)) return [];
    const [w, d] = sheet.machine.travelMm;
    const least = Math.min(minMm[0], minMm[1], w - maxMm[0], d - maxMm[1]);
    const room = Math.min(w - (maxMm[0] - minMm[0]), d - (maxMm[1] - minMm[1])) / 2;
    if (least >= COLD_MM || least < 0 || room <= least + 1) return []; // beyond the edge, or nowhere better to go
    return [
      {
        severity: 'note',
        title: 'It lies close to the edge of the bed',
        figure: `${formatFigure(least, 'length', 1)} mm, ${family}`,
        limit: `${COLD_MM} mm`,
        origin: 'common practice',
        fix: `set it down in the middle: ${formatFigure(room, 'length', 0)} mm all round`,
        zMm: 0,
        change: { moveMm: [w / 2 - (minMm[0] + maxMm[0]) / 2, d / 2 - (minMm[1] + maxMm[1]) / 2] },
      },
    ];
  },
  examples: {
    passes: [{ says: 'in the middle', input: soundMeshJob({}, { recipe: { family: 'ASA' } }) }],
    fails: [
      {
        says: 'in the corner',
        input: soundMeshJob({ minMm: [3, 4, 0], maxMm: [43, 44, 40] }, { recipe: { family: 'ASA' } }),
      },
    ],
  },
});
