import { formatFigure } from '../../../core/units/format.ts';
import { defineRule } from '../define.ts';
import { SHRINKING } from './shrinking.ts';

const COLD_MM = 10;

export const clearOfEdge = defineRule({
  id: 'clear-of-edge',
  stage: 'first layer',
  title: 'A material that shrinks keeps off the cold edge',
  why: 'Towards the edge a bed is colder; a corner of a shrinking material lifts there first.',
  source: '10 mm: common practice, no source',
  mesh: {
    reads: ['maxMm', 'minMm'],
    find: ({ minMm, maxMm }, { context }) => {
      const { family } = context.recipe;
      if (!family) return { needs: 'the material’s family' };
      if (!SHRINKING.includes(family)) return [];
      const [w, d] = context.machine.travelMm;
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
  },
});
