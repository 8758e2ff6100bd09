import { formatFigure } from '../../../core/units/format.ts';
import { defineRule } from '../define.ts';

/** Times one and the same piece of filament may pass the drive to and fro. */
const MOST_PASSES = 20;

export const filamentGround = defineRule({
  id: 'filament-ground',
  stage: 'body',
  title: 'No piece of filament is retracted too often',
  why: 'A piece that passes the drive again and again is ground thin and slips.',
  source: 'Retractions × distance ÷ filament used on a layer; 20 times is common practice, from memory',
  isOfHead: true,
  program: {
    reads: ['layerRows', 'longestRetractionMm'],
    find: ({ report: r }) => {
      const distance = r.longestRetractionMm;
      if (distance === 0) return { needs: 'a program that retracts' };
      const passes = r.layerRows.flatMap((row, i) =>
        row.filamentMm > 0 && row.retractions > MOST_PASSES
          ? [{ i, times: (row.retractions * distance) / row.filamentMm }]
          : [],
      );
      const ground = passes.filter((p) => p.times > MOST_PASSES);
      if (ground.length === 0) return [];
      const worst = ground.reduce((a, b) => (b.times > a.times ? b : a));
      const row = r.layerRows[worst.i]!;
      return [
        {
          severity: 'caution',
          title: 'The same filament is retracted again and again',
          figure: `${formatFigure(worst.times, 'count', 0)} times on layer ${worst.i + 1} (${row.retractions} retractions, ${formatFigure(row.filamentMm, 'length', 0)} mm used)`,
          limit: `${MOST_PASSES} times`,
          origin: 'farm practice',
          fix: `retract ${formatFigure((distance * MOST_PASSES) / worst.times, 'length', 2)} mm there, or only for longer travels`,
          layer: worst.i + 1,
          zMm: row.zMm,
          line: row.firstLine,
        },
      ];
    },
  },
});
