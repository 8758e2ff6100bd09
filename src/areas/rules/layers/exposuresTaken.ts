import { defineRule } from '../define.ts';

export const exposuresTaken = defineRule({
  id: 'exposures-taken',
  stage: 'before start',
  technology: 'resin',
  title: 'The printer takes as many exposures a layer as the stack has',
  why: 'A printer that shows one picture a layer leaves the others out.',
  source: 'Exposures of each layer against what the printer profile says it takes',
  layers: {
    reads: ['mostExposuresInLayer', 'rows'],
    find: ({ mostExposuresInLayer: most, rows }, { recipe, machine }) => {
      if (most <= 1 || recipe.values?.['subExposures'] === true) return [];
      const at = rows.findIndex((r) => r.exposures > 1);
      return [
        {
          severity: 'blocker',
          title: 'Layers have several exposures, and the printer takes one',
          figure: `${most} in a layer, first in layer ${at + 1}`,
          limit: '1',
          origin: `hardware, ${machine.name}`,
          fix: 'make a stack of one exposure a layer, or print it on a machine that takes several',
          layer: at + 1,
          zMm: rows[at]!.zMm,
        },
      ];
    },
  },
});
