import { formatFigure } from '../../../../core/units/format.ts';
import { defineMeshRule } from '../define.ts';
import { soundMeshJob } from './sound.ts';

const LEAST_MM2 = 6;

export const feetHold = defineMeshRule({
  id: 'feet-hold',
  bites: 'first layer',
  title: 'Every foot is large enough to stick',
  why: 'A foot of a few lines comes off with the first travel over it, and all above it with it.',
  source: '6 mm² each: common practice, no source',
  find: ({ feet }, { sheet }) => {
    if (feet.count === 0) return { missing: 'nothing touches the plate' };
    if (feet.smallestMm2 >= LEAST_MM2 || (sheet.recipe.lay?.brimMm ?? 0) > 0) return [];
    return [
      {
        severity: 'caution',
        title: feet.count === 1 ? 'It stands on a point' : 'A foot is too small to stick',
        figure: `${formatFigure(feet.smallestMm2, 'length', 1)} mm², the smallest of ${feet.count}`,
        limit: `${LEAST_MM2} mm²`,
        origin: 'common practice',
        fix: 'give it a brim of 4 mm, or rest it on another face',
        zMm: 0,
        place: { xMm: feet.xMm, yMm: feet.yMm },
        change: { values: { brimMm: 4 } },
      },
    ];
  },
  examples: {
    passes: [{ says: 'one large foot', input: soundMeshJob() }],
    fails: [{ says: 'four pins', input: soundMeshJob({ feet: { count: 4, smallestMm2: 1.2, xMm: 90, yMm: 90 } }) }],
  },
});
