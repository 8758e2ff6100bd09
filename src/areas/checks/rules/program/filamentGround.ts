import { formatFigure } from '../../../../core/units/format.ts';
import { defineRule } from '../define.ts';
import { soundJob } from '../sound.ts';

/** Times one and the same piece of filament may pass the drive to and fro. */
const MOST_PASSES = 20;
const [first, second] = soundJob().report.layerRows;

export const filamentGround = defineRule({
  id: 'filament-ground',
  bites: 'body',
  title: 'No piece of filament is drawn back too often',
  why: 'A piece that passes the drive again and again is ground thin, and then slips.',
  source: 'Drawn back × distance ÷ filament used on a layer; 20 times is common practice, from memory',
  find: ({ report: r }) => {
    const distance = r.longestRetractionMm;
    if (distance === 0) return { missing: 'the program never draws filament back' };
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
        title: 'The same filament is drawn back again and again',
        figure: `${formatFigure(worst.times, 'count', 0)} times on layer ${worst.i + 1} (${row.retractions} draws, ${formatFigure(row.filamentMm, 'length', 0)} mm used)`,
        limit: `${MOST_PASSES} times`,
        origin: 'farm practice',
        fix: `draw back ${formatFigure((distance * MOST_PASSES) / worst.times, 'length', 2)} mm there, or only for longer travels`,
        layer: worst.i + 1,
        zMm: row.zMm,
        line: row.firstLine,
      },
    ];
  },
  examples: {
    passes: [{ says: 'now and then', input: soundJob() }],
    fails: [
      {
        says: 'a layer of dots',
        input: soundJob({ report: { layerRows: [first!, { ...second!, retractions: 900, filamentMm: 30 }] } }),
      },
    ],
  },
});
