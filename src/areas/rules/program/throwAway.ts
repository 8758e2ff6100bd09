import { formatFigure } from '../../../core/units/format.ts';
import { defineRule } from '../define.ts';

const COARSE = 0.6; // of the nozzleMm

export const throwAway = defineRule({
  id: 'throw-away-coarse',
  stage: 'body',
  title: 'A throw-away part is made fast',
  why: 'A test piece that only shows whether something fits needs neither fine layers nor much infill.',
  source: '0.6 of the nozzle diameter, 15 % infill: common practice, no source',
  mesh: {
    reads: [],
    find: (_, { context }) => {
      if (context.job.purpose !== 'throw-away fit') return [];
      const { lay, tool } = context.recipe;
      if (!lay) return { needs: 'a recipe with everything a toolpath needs' };
      const coarse = Math.round(tool.nozzleMm * COARSE * 100) / 100;
      const isCoarse = lay.layerHeightMm >= coarse - 0.05;
      if (isCoarse && lay.infillPercent <= 15) return [];
      return [
        {
          severity: 'note',
          title: 'Finer than a test piece needs',
          figure: `layers of ${formatFigure(lay.layerHeightMm, 'length', 2)} mm, ${lay.infillPercent} % infill`,
          limit: `${formatFigure(coarse, 'length', 2)} mm, 15 %`,
          origin: 'purpose: throw-away fit',
          fix: `set 15 % infill, and a process with layers of ${formatFigure(coarse, 'length', 2)} mm if its flow is proven`,
          ...(isCoarse && { change: { values: { infillPercent: 15 } } }),
        },
      ];
    },
  },
});
