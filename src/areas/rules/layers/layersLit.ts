import { countOf } from '../../../core/units/plural.ts';
import { defineRule } from '../define.ts';

export const layersLit = defineRule({
  id: 'layers-lit',
  stage: 'body',
  technology: 'resin',
  title: 'Every layer shows something',
  why: 'A dark layer parts what comes after it from what is printed: the rest ends as debris on the film.',
  source: 'What is lit in each layer',
  layers: {
    reads: ['rows'],
    find: ({ rows }) => {
      const last = rows.findLastIndex((r) => r.areaMm2 > 0);
      const first = rows.findIndex((r) => r.areaMm2 === 0);
      if (first < 0) return [];
      const isWithin = first < last;
      const dark = isWithin ? rows.slice(0, last).filter((r) => r.areaMm2 === 0).length : rows.length - 1 - last;
      return [
        {
          severity: isWithin ? 'blocker' : 'caution',
          title: isWithin ? 'Layers between others show nothing' : 'The last layers show nothing',
          figure: `${countOf(dark, 'dark layer')}, the first is layer ${first + 1}`,
          limit: 'none',
          origin: 'the layers',
          fix: isWithin ? 'have them drawn anew' : 'leave them out: they only take time',
          layer: first + 1,
          zMm: rows[first]!.zMm,
        },
      ];
    },
  },
});
