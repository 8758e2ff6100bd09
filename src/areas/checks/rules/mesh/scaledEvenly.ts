import { formatFigure } from '../../../../core/units/format.ts';
import { defineMeshRule } from '../define.ts';
import { soundMeshJob } from './sound.ts';

export const scaledEvenly = defineMeshRule({
  id: 'scaled-evenly',
  bites: 'body',
  title: 'It is as large as it was drawn',
  why: 'A part scaled by hand fits nothing any more; scaled unevenly, round holes are oval.',
  source: 'How it was set down',
  find: ({ scale, others }, { sheet }) => {
    const percent = scale.map((s) => 100 * s);
    const isEven = Math.max(...scale) - Math.min(...scale) < 1e-6;
    if (isEven && Math.abs(scale[0] - 1) < 1e-6) return [];
    const matters = sheet.job.purpose === 'accurate' || sheet.job.purpose === 'snap fit';
    return [
      {
        severity: !isEven || matters ? 'caution' : 'note',
        title: isEven ? 'It is scaled' : 'It is scaled unevenly',
        figure: isEven
          ? `${formatFigure(percent[0]!, 'percent', 1)} %`
          : `${percent.map((p) => formatFigure(p, 'percent', 1)).join(' / ')} %`,
        limit: '100 %',
        origin: matters ? `purpose: ${sheet.job.purpose}` : 'as drawn',
        fix: 'set it down at 100 %, or have it drawn at the size it should have',
        ...(others.length === 0 && { change: { scale: [1, 1, 1] as const } }),
      },
    ];
  },
  examples: {
    passes: [{ says: 'as drawn', input: soundMeshJob() }],
    fails: [
      { says: 'a little larger', input: soundMeshJob({ scale: [1.02, 1.02, 1.02] }) },
      { says: 'stretched', input: soundMeshJob({ scale: [1, 1.1, 1] }) },
    ],
  },
});
