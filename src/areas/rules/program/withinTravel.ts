import { formatFigure } from '../../../core/units/format.ts';
import { defineRule, placeOfLine, type Found } from '../define.ts';
import { BEYOND_PLATE_READS, beyondPlate } from './beyondPlate.ts';

export const withinTravel = defineRule({
  id: 'within-travel',
  stage: 'body',
  title: 'Every move stays within the travel of the machine',
  why: 'An axis driven into its stop loses its place; everything above is shifted.',
  source: 'Geometry; travel, bed shape and purge places from the printer profile',
  program: {
    reads: [...BEYOND_PLATE_READS, 'boundsMm', 'reachedMm'],
    only: 'brought along',
    find: ({ report, context }) => {
      if (!report.reachedMm) return { needs: 'a program that moves' };
      const found: Found[] = [];
      const axes = ['X', 'Y', 'Z'] as const;
      axes.forEach((axis, i) => {
        const travel = context.machine.travelMm[i]!;
        const lowest = context.machine.lowestMm?.[i] ?? 0;
        const { min, max, minLine, maxLine } = report.reachedMm!;
        const over = max[i]! - (lowest + travel);
        const under = lowest - min[i]!;
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
            limit: `${formatFigure(lowest + travel, 'length', 2)} mm`,
            origin: `hardware, ${context.machine.name}`,
            fix: scale,
            ...placeOfLine(report, maxLine[i]!),
          });
        if (under > 1e-6)
          found.push({
            severity: 'blocker',
            title: `${axis} leaves the machine`,
            figure: `${axis} ${formatFigure(min[i]!, 'length', 2)} mm`,
            limit: `${formatFigure(lowest, 'length', 2)} mm`,
            origin: `hardware, ${context.machine.name}`,
            fix: scale,
            ...placeOfLine(report, minLine[i]!),
          });
      });
      const beyond = beyondPlate(report, context);
      if (beyond) found.push(beyond);
      return found;
    },
  },
});
