import { formatFigure } from '../../../../core/units/format.ts';
import { defineRule, type Found } from '../define.ts';
import { soundJob } from '../sound.ts';

export const programOffZones = defineRule({
  id: 'program-off-zones',
  bites: 'first layer',
  title: 'Nothing is laid where a clip or a brush is',
  why: 'The head runs into what stands there.',
  source: 'Printer profile: zones nothing may be laid in; boxes round the layers',
  of: 'program',
  find: ({ report: r, sheet }) =>
    (sheet.machine.zonesMm ?? []).flatMap((zone): Found[] => {
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
          title: 'The box round a layer reaches over a zone nothing may be laid in',
          figure: `layer ${i + 1}: X ${formatFigure(row.minX, 'length', 1)} to ${formatFigure(row.maxX, 'length', 1)}, Y ${formatFigure(row.minY, 'length', 1)} to ${formatFigure(row.maxY, 'length', 1)} mm`,
          limit: `clear of X ${x0} to ${x1}, Y ${y0} to ${y1} mm`,
          origin: `hardware, ${sheet.machine.name}`,
          fix: `look at its path there; moved by ${formatFigure(away, 'length', 1)} mm it is clear of the zone`,
          layer: i + 1,
          zMm: row.zMm,
          line: row.firstLine,
        },
      ];
    }),
  examples: {
    passes: [{ says: 'a zone in the corner', input: soundJob({ machine: { zonesMm: [[0, 0, 30, 12]] } }) }],
    fails: [{ says: 'a clip under it', input: soundJob({ machine: { zonesMm: [[100, 100, 140, 104]] } }) }],
  },
});
