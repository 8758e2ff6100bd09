import { formatFigure } from '../../../core/units/format.ts';
import { defineRule, type Found } from '../define.ts';

export const programOffZones = defineRule({
  id: 'program-off-zones',
  stage: 'first layer',
  title: 'Nothing is printed in an unprintable zone',
  why: 'The head runs into what is mounted there.',
  source: 'Printer profile: unprintable zones; boxes round the layers',
  program: {
    reads: ['layerRows'],
    only: 'brought along',
    find: ({ report: r, context }) =>
      (context.machine.zonesMm ?? []).flatMap((zone): Found[] => {
        const [x0, y0, x1, y1] = [
          Math.min(zone[0], zone[2]),
          Math.min(zone[1], zone[3]),
          Math.max(zone[0], zone[2]),
          Math.max(zone[1], zone[3]),
        ];
        const i = r.layerRows.findIndex((row) => row.minX < x1 && row.maxX > x0 && row.minY < y1 && row.maxY > y0);
        if (i < 0) return [];
        const row = r.layerRows[i]!;
        const away = Math.min(x1 - row.minX, row.maxX - x0, y1 - row.minY, row.maxY - y0);
        return [
          {
            severity: 'caution',
            title: 'The box round a layer overlaps an unprintable zone',
            figure: `layer ${i + 1}: X ${formatFigure(row.minX, 'length', 1)} to ${formatFigure(row.maxX, 'length', 1)}, Y ${formatFigure(row.minY, 'length', 1)} to ${formatFigure(row.maxY, 'length', 1)} mm`,
            limit: `clear of X ${x0} to ${x1}, Y ${y0} to ${y1} mm`,
            origin: `hardware, ${context.machine.name}`,
            fix: `look at its path there; moved by ${formatFigure(away, 'length', 1)} mm it is clear of the zone`,
            layer: i + 1,
            zMm: row.zMm,
            line: row.firstLine,
          },
        ];
      }),
  },
});
