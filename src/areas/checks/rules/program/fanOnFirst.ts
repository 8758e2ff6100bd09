import { formatFigure } from '../../../../core/units/format.ts';
import { defineRule, placeOfLine } from '../define.ts';
import { soundJob } from '../sound.ts';

const MOST_PERCENT = 50;

export const fanOnFirst = defineRule({
  id: 'fan-on-first',
  bites: 'first layer',
  title: 'The fan lets the first layer stick',
  why: 'Blown cold at once, the first layer shrinks off the plate.',
  source: 'At most half until the second layer: common practice, no source',
  find: ({ report: r }) => {
    const [, second] = r.layerRows;
    if (!second) return { missing: 'the program has fewer than two layers' };
    const strong = r.fan.find((f) => f.percent > MOST_PERCENT && f.line < second.firstLine && f.line < r.lines);
    // what is set just before the second layer begins blows on that, not on the first
    const first = r.layerRows[0]!;
    if (!strong || strong.line >= (first.firstLine + second.firstLine * 3) / 4) return [];
    return [
      {
        severity: 'caution',
        title: 'The fan blows on the first layer',
        figure: `${formatFigure(strong.percent, 'percent', 0)} %`,
        limit: `${MOST_PERCENT} %`,
        origin: 'farm practice',
        fix: `let it begin with layer 2 (line ${second.firstLine})`,
        ...placeOfLine(r, strong.line),
        layer: 1,
        zMm: first.zMm,
      },
    ];
  },
  examples: {
    passes: [
      { says: 'from the second on', input: soundJob() },
      { says: 'set at the very end of the first', input: soundJob({ report: { fan: [{ percent: 100, line: 199 }] } }) },
    ],
    fails: [
      {
        says: 'full from the start',
        input: soundJob({ report: { fan: [{ percent: 100, line: 6 }], fanMaxPercent: 100 } }),
      },
    ],
  },
});
