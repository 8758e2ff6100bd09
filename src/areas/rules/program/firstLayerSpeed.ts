import { formatFigure } from '../../../core/units/format.ts';
import { defineRule } from '../define.ts';

export const firstLayerSpeed = defineRule({
  id: 'first-layer-speed',
  stage: 'first layer',
  title: 'First layer speed within the farm’s policy',
  why: 'A hurried first layer is torn off at its corners.',
  source: 'Farm policy; speed as the planner makes it',
  program: {
    reads: ['layerRows'],
    find: ({ report: r, context }) => {
      if (!context.policy) return { needs: 'the farm’s policy, which was not kept' };
      const most = context.policy.firstLayerMostMmPerS;
      if (most === null) return [];
      const row = r.layerRows[0];
      if (!row) return { needs: 'a program with a layer' };
      if (row.topSpeedMmPerS <= most * (1 + 1e-6)) return [];
      return [
        {
          severity: 'blocker',
          title: 'First layer speed above the farm’s policy',
          figure: `${formatFigure(row.topSpeedMmPerS, 'speed', 0)} mm/s`,
          limit: `${formatFigure(most, 'speed', 0)} mm/s`,
          origin: 'farm policy',
          fix: `slow it to ${formatFigure(most, 'speed', 0)} mm/s: ${formatFigure((100 * most) / row.topSpeedMmPerS, 'percent', 0)} % of its speed`,
          layer: 1,
          zMm: row.zMm,
          line: row.firstLine,
          change: { values: { firstLayerSpeedMmPerS: most } },
        },
      ];
    },
  },
});
