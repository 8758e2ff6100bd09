import { formatFigure } from '../../../../core/units/format.ts';
import { defineRule } from '../define.ts';
import { soundJob } from '../sound.ts';

export const firstLayerSpeed = defineRule({
  id: 'first-layer-speed',
  bites: 'first layer',
  title: 'The first layer is laid no faster than the farm allows',
  why: 'A hurried first layer is torn off at its corners.',
  source: 'Farm policy; speed as the planner makes it',
  find: ({ report: r, sheet }) => {
    if (!sheet.policy) return { missing: 'the policy was not kept' };
    const most = sheet.policy.firstLayerMostMmPerS;
    if (most === null) return [];
    const row = r.layerRows[0];
    if (!row) return { missing: 'the program lays no layer' };
    if (row.topSpeedMmPerS <= most * (1 + 1e-6)) return [];
    return [
      {
        severity: 'blocker',
        title: 'The first layer is laid faster than the farm allows',
        figure: `${formatFigure(row.topSpeedMmPerS, 'speed', 0)} mm/s`,
        limit: `${formatFigure(most, 'speed', 0)} mm/s`,
        origin: 'farm policy',
        fix: `lay it at ${formatFigure(most, 'speed', 0)} mm/s: ${formatFigure((100 * most) / row.topSpeedMmPerS, 'percent', 0)} % of its speed`,
        layer: 1,
        zMm: row.zMm,
        line: row.firstLine,
        change: { values: { firstLayerSpeedMmPerS: most } },
      },
    ];
  },
  examples: {
    passes: [
      { says: 'the farm sets none', input: soundJob() },
      { says: 'slow enough', input: soundJob({ policy: { firstLayerMostMmPerS: 30 } }) },
    ],
    fails: [{ says: 'too fast', input: soundJob({ policy: { firstLayerMostMmPerS: 15 } }) }],
  },
});
