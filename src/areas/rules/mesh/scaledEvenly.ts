import { formatFigure } from '../../../core/units/format.ts';
import { defineRule } from '../define.ts';

export const scaledEvenly = defineRule({
  id: 'scaled-evenly',
  stage: 'body',
  title: 'It is as large as it was drawn',
  why: 'A part scaled by hand fits nothing any more; scaled unevenly, round holes are oval.',
  source: 'How it was set down',
  mesh: {
    reads: ['others', 'scale'],
    find: ({ scale, others }, { context }) => {
      const percent = scale.map((s) => 100 * s);
      const isEven = Math.max(...scale) - Math.min(...scale) < 1e-6;
      if (isEven && Math.abs(scale[0] - 1) < 1e-6) return [];
      const matters = context.job.purpose === 'accurate' || context.job.purpose === 'snap fit';
      return [
        {
          severity: !isEven || matters ? 'caution' : 'note',
          title: isEven ? 'It is scaled' : 'It is scaled unevenly',
          figure: isEven
            ? `${formatFigure(percent[0]!, 'percent', 1)} %`
            : `${percent.map((p) => formatFigure(p, 'percent', 1)).join(' / ')} %`,
          limit: '100 %',
          origin: matters ? `purpose: ${context.job.purpose}` : 'as drawn',
          fix: 'set it down at 100 %, or have it drawn at the size it should have',
          ...(others.length === 0 && { change: { scale: [1, 1, 1] as const } }),
        },
      ];
    },
  },
});
