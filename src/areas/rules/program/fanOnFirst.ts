import { formatFigure } from '../../../core/units/format.ts';
import { defineRule, placeOfLine } from '../define.ts';

const MOST_PERCENT = 50;

export const fanOnFirst = defineRule({
  id: 'fan-on-first',
  stage: 'first layer',
  title: 'The fan lets the first layer stick',
  why: 'Blown cold at once, the first layer shrinks off the plate.',
  source: 'At most half until the second layer: common practice, no source',
  program: {
    reads: ['fan', 'layerRows', 'lines'],
    find: ({ report: r }) => {
      const [, second] = r.layerRows;
      if (!second) return { needs: 'a program of two layers or more' };
      const strong = r.fan.find((f) => f.percent > MOST_PERCENT && f.line < second.firstLine && f.line < r.lines);
      // what is set just before the second layer begins blows on that, not on the first
      const first = r.layerRows[0]!;
      if (!strong || strong.line >= (first.firstLine + second.firstLine * 3) / 4) return [];
      return [
        {
          severity: 'caution',
          title: 'The fan runs on the first layer',
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
  },
});
