import { formatFigure } from '../../../core/units/format.ts';
import { defineRule, placeOfLine } from '../define.ts';

const mm = (v: number): string => formatFigure(v, 'length', 2);

export const programOffZones = defineRule({
  id: 'program-off-zones',
  stage: 'first layer',
  title: 'Nothing is printed in an unprintable zone',
  why: 'The head runs into what is mounted there.',
  source: 'Printer profile: unprintable zones; geometry of every line that is laid',
  program: {
    reads: ['inZones', 'layerRows'],
    only: 'brought along',
    find: ({ report: r, context }) => {
      const [left, front] = context.machine.lowestMm ?? [0, 0];
      return (r.inZones ?? []).map(({ zone: [x0, y0, x1, y1], line, x, y }) => ({
        severity: 'blocker',
        title: 'Laid in an unprintable zone',
        figure: `X ${mm(x)} Y ${mm(y)}`,
        limit: `clear of X ${Math.min(x0, x1)} to ${Math.max(x0, x1)}, Y ${Math.min(y0, y1)} to ${Math.max(y0, y1)} mm`,
        origin: `hardware, ${context.machine.name}`,
        fix: 'move the part, or have the program made to keep clear of the zone',
        ...placeOfLine(r, line),
        place: { xMm: x - left, yMm: y - front },
      }));
    },
  },
});
