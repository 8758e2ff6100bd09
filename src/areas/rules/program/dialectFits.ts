import { formatFigure } from '../../../core/units/format.ts';
import { defineRule, type Found } from '../define.ts';
import { asOtherFilament } from './lineWidth.ts';

/** No axis moves faster than the one in mm/s, and none is held below the other in mm/min. */
const FASTEST_MM_PER_S = 2000;
const SLOWEST_MM_PER_MIN = 900;

export const dialectFits = defineRule({
  id: 'dialect-fits',
  stage: 'before start',
  title: 'The program speaks the dialect of this machine',
  why: 'The same figures mean something else to another controller: filament by volume or by length, limits by the second or by the minute.',
  source:
    'Which reading makes lines as wide as the nozzle lays, and limits that an axis has; 0.85 to 1.5 of the nozzle diameter, 0.95 to 1.35 as a rule: common practice, from memory',
  program: {
    reads: ['extrudedVolumeMm3', 'feedLimit', 'filamentMm', 'layerRows', 'spiral'],
    only: 'brought along',
    find: ({ report, context }) => {
      const { motion, name } = context.machine;
      const found: Found[] = [];
      const isVolume = motion.reads?.filamentIn === 'mm³';
      const widths = asOtherFilament(report, context);
      if (widths)
        found.push({
          severity: 'caution',
          title: `It looks made for a controller that counts filament in ${isVolume ? 'mm' : 'mm³'}`,
          figure: `lines of ${formatFigure(widths.asRead, 'length', 2)} mm as this machine reads it, ${formatFigure(widths.otherwise, 'length', 2)} mm as that one does`,
          limit: `filament counted in ${isVolume ? 'mm³' : 'mm'}`,
          origin: `printer profile of ${name}`,
          fix: 'have the program made for this machine, or put right “Filament counted in mm³” in its printer profile',
        });
      const { feedLimit } = report;
      const isByMinute = motion.reads?.areFeedLimitsPerMinute === true;
      if (feedLimit && (isByMinute ? feedLimit.figure < SLOWEST_MM_PER_MIN : feedLimit.figure > FASTEST_MM_PER_S))
        found.push({
          severity: 'caution',
          title: `It looks made for a controller that takes speed limits by the ${isByMinute ? 'second' : 'minute'}`,
          figure: `M203 with ${formatFigure(feedLimit.figure, 'count', 0)}: ${formatFigure(feedLimit.figure / (isByMinute ? 60 : 1), 'speed', 1)} mm/s as this machine reads it`,
          limit: `speed limits in ${isByMinute ? 'mm/min' : 'mm/s'}`,
          origin: `printer profile of ${name}`,
          fix: 'have the program made for this machine, or put right “Speed limits by the minute” in its printer profile',
          line: feedLimit.line,
        });
      return found;
    },
  },
});
