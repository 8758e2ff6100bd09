import { formatFigure } from '../../../../core/units/format.ts';
import { defineMeshRule } from '../define.ts';
import { soundMeshJob } from './sound.ts';

const MOST_SHARE = 0.5;
const row = soundMeshJob().mesh!.layers[0]!;

export const supportShare = defineMeshRule({
  id: 'support-share',
  bites: 'body',
  title: 'Less goes into support than into the part',
  why: 'What is broken off costs time and plastic, and marks the surface it held.',
  source: 'Plastic as laid; half of the part’s is common practice, no source',
  find: ({ partMm3, restMm3, layers }) => {
    if (!layers.some((l) => l.supportMm2 > 0)) return [];
    const share = restMm3 / partMm3;
    if (share <= MOST_SHARE) return [];
    return [
      {
        severity: 'note',
        title: 'Much of the plastic is support',
        figure: `${formatFigure(100 * share, 'percent', 0)} % of the part’s, ${(restMm3 / 1000).toFixed(1)} cm³`,
        limit: `${100 * MOST_SHARE} %`,
        origin: 'common practice',
        fix: 'compare other ways to stand it',
      },
    ];
  },
  examples: {
    passes: [{ says: 'none', input: soundMeshJob() }],
    fails: [
      { says: 'as much as the part', input: soundMeshJob({ restMm3: 18_000, layers: [{ ...row, supportMm2: 400 }] }) },
    ],
  },
});
