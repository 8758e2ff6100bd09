import { formatFigure } from '../../../core/units/format.ts';
import { defineRule, placeOfLine, type Found } from './define.ts';
import { soundJob } from './sound.ts';

export const withinTravel = defineRule({
  id: 'within-travel',
  bites: 'body',
  title: 'Every move stays within the travel of the machine',
  why: 'An axis driven into its stop loses its place; everything above is shifted.',
  source: 'Geometry',
  of: 'program',
  find: ({ report, sheet }) => {
    if (!report.reachedMm) return { missing: 'the program moves nothing' };
    const found: Found[] = [];
    const axes = ['X', 'Y', 'Z'] as const;
    axes.forEach((axis, i) => {
      const travel = sheet.machine.travelMm[i]!;
      const { min, max, minLine, maxLine } = report.reachedMm!;
      const over = max[i]! - travel;
      const under = -min[i]!;
      const part = report.boundsMm ? report.boundsMm.max[i]! - report.boundsMm.min[i]! : 0;
      const fits = part <= travel;
      const scale = fits
        ? `move the part ${formatFigure(Math.max(over, under), 'length', 2)} mm ${over > under ? 'back' : 'forward'} in ${axis}`
        : `scale to ${(Math.floor((1000 * travel) / part + 1e-9) / 10).toFixed(1)} %`;
      if (over > 1e-6)
        found.push({
          severity: 'blocker',
          title: `${axis} leaves the machine`,
          figure: `${axis} ${formatFigure(max[i]!, 'length', 2)} mm`,
          limit: `${formatFigure(travel, 'length', 2)} mm`,
          origin: `hardware, ${sheet.machine.name}`,
          fix: scale,
          ...placeOfLine(report, maxLine[i]!),
        });
      if (under > 1e-6)
        found.push({
          severity: 'blocker',
          title: `${axis} leaves the machine`,
          figure: `${axis} ${formatFigure(min[i]!, 'length', 2)} mm`,
          limit: '0 mm',
          origin: `hardware, ${sheet.machine.name}`,
          fix: scale,
          ...placeOfLine(report, minLine[i]!),
        });
    });
    return found;
  },
  examples: {
    passes: [{ says: 'inside', input: soundJob() }],
    fails: [
      { says: 'beyond X', input: soundJob({ machine: { travelMm: [120, 220, 240] } }) },
      {
        says: 'below zero',
        input: soundJob({
          report: { reachedMm: { min: [-4, 0, 0], max: [10, 10, 10], minLine: [9, 9, 9], maxLine: [9, 9, 9] } },
        }),
      },
    ],
  },
});
