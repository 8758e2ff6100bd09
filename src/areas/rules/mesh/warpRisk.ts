import { sizeTurned } from '../../../core/geometry/hull.ts';
import { formatFigure } from '../../../core/units/format.ts';
import { defineRule } from '../define.ts';
import { SHRINKING } from './shrinking.ts';

const LONG_MM = 100;
const SLENDER = 4; // prettier-ignore

export const warpRisk = defineRule({
  id: 'warp-risk',
  stage: 'first layer',
  title: 'A long part of a shrinking material is held down',
  why: 'The ends of long parts lift as they shrink; they come loose or bend.',
  source: 'common practice, no published source',
  supersedes: ['brim-for-warping'],
  mesh: {
    reads: ['contactMm2', 'hull', 'others'],
    find: ({ hull, others, contactMm2 }, { context }) => {
      const { family, lay } = context.recipe;
      if (!family) return { needs: 'the material’s family' };
      const isHeld = (lay?.brimMm ?? 0) > 0 || (lay?.raftLayers ?? 0) > 0;
      if (!SHRINKING.includes(family) || isHeld) return [];
      const long = [hull, ...others]
        .map((h) => sizeTurned(h, 0).toSorted((a, b) => b - a))
        .filter(([length, width]) => length! >= LONG_MM && length! / width! >= SLENDER);
      if (long.length === 0) return [];
      const size = long.reduce((a, b) => (b[0]! > a[0]! ? b : a));
      return [
        {
          severity: 'caution',
          title: 'A long part of a material that shrinks',
          figure: `${formatFigure(size[0]!, 'length', 0)} × ${formatFigure(size[1]!, 'length', 0)} mm on ${contactMm2.toFixed(0)} mm², ${family}, no brim`,
          limit: `${LONG_MM} mm, ${SLENDER} times as long as wide`,
          origin: 'common practice',
          fix: 'give it a brim of 5 mm, and place it along the warmer middle of the bed',
          change: { values: { brimMm: 5 } },
          zMm: 0,
        },
      ];
    },
  },
});
