import { formatFigure } from '../../../../core/units/format.ts';
import { defineMeshRule } from '../define.ts';
import { SHRINKING } from './shrinking.ts';
import { soundMeshJob } from './sound.ts';

const LONG_MM = 100;
const SLENDER = 4;
const bar = { minMm: [20, 100, 0], maxMm: [190, 120, 12], hull: [[20, 100], [190, 100], [190, 120], [20, 120]] } as const; // prettier-ignore

export const warpRisk = defineMeshRule({
  id: 'warp-risk',
  bites: 'first layer',
  title: 'A long part of a shrinking plastic is held down',
  why: 'The ends of long parts lift as they shrink; they come loose or bend.',
  source: 'common practice, no published source',
  find: ({ minMm, maxMm, contactMm2 }, { sheet }) => {
    const { family, lay } = sheet.recipe;
    if (!family) return { missing: 'the material has no family' };
    const size = [maxMm[0] - minMm[0], maxMm[1] - minMm[1]].sort((a, b) => b - a);
    const brim = lay?.brimMm ?? 0;
    if (!SHRINKING.includes(family) || size[0]! < LONG_MM || size[0]! / size[1]! < SLENDER || brim > 0) return [];
    return [
      {
        severity: 'caution',
        title: 'A long part of a plastic that shrinks',
        figure: `${formatFigure(size[0]!, 'length', 0)} × ${formatFigure(size[1]!, 'length', 0)} mm on ${contactMm2.toFixed(0)} mm², ${family}, no brim`,
        limit: `${LONG_MM} mm, ${SLENDER} times as long as wide`,
        origin: 'common practice',
        fix: 'give it a brim of 5 mm, and lay it along the warmer middle of the bed',
        change: { values: { brimMm: 5 } },
        zMm: 0,
      },
    ];
  },
  examples: {
    passes: [
      { says: 'a block', input: soundMeshJob({}, { recipe: { family: 'ASA' } }) },
      { says: 'long, of a plastic that keeps its size', input: soundMeshJob(bar, { recipe: { family: 'PLA' } }) },
    ],
    fails: [{ says: 'a long bar of ASA', input: soundMeshJob(bar, { recipe: { family: 'ASA' } }) }],
  },
});
