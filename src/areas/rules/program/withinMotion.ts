import { countOf } from '../../../core/units/plural.ts';
import { formatFigure } from '../../../core/units/format.ts';
import { defineRule, placeOfLine, type Found } from '../define.ts';

export const withinMotion = defineRule({
  id: 'within-motion',
  stage: 'body',
  title: 'Speed and acceleration stay within the machine',
  why: 'The controller clips what it cannot do, so the print is not the one that was prepared; where it does not clip, layers shift.',
  source: 'Hardware limits of the printer profile',
  supersedes: ['speed-within-axes', 'retraction-within-drive'],
  program: {
    reads: ['highestAccelerationLine', 'highestAccelerationMmPerS2', 'layerRows', 'speedBeyond'],
    find: ({ report, context }) => {
      const found: Found[] = [];
      const { motion } = context.machine;
      ['X', 'Y', 'Z', 'filament'].forEach((axis, i) => {
        const beyond = report.speedBeyond[i]!;
        const limit = motion.maxFeedMmPerS[i]!;
        if (beyond.count === 0) return;
        found.push({
          severity: 'caution',
          title: `${axis === 'filament' ? 'Filament' : axis} asked to run faster than it can, ${countOf(beyond.count, 'time')}`,
          figure: `${formatFigure(beyond.mmPerS, 'speed')} mm/s`,
          limit: `${formatFigure(limit, 'speed')} mm/s`,
          origin: `hardware, ${context.machine.name}`,
          fix: `slow these moves to ${formatFigure((limit / beyond.mmPerS) * 100, 'percent', 1)} %; the machine will, and the estimate does`,
          ...placeOfLine(report, beyond.line),
        });
      });
      const most = Math.max(motion.accelerationMmPerS2, motion.travelAccelerationMmPerS2 ?? 0);
      if (report.highestAccelerationMmPerS2 > most)
        found.push({
          severity: 'caution',
          title: 'Acceleration set beyond the machine',
          figure: `${formatFigure(report.highestAccelerationMmPerS2, 'acceleration')} mm/s²`,
          limit: `${formatFigure(most, 'acceleration')} mm/s²`,
          origin: `hardware, ${context.machine.name}`,
          fix: `set ${formatFigure(most, 'acceleration')} mm/s² at line ${report.highestAccelerationLine}`,
          ...placeOfLine(report, report.highestAccelerationLine),
        });
      return found;
    },
  },
});
