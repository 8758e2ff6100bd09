import { defineRule, placeOfLine } from '../define.ts';
import { judgeHeat } from '../heat.ts';

export const bedTemperature = defineRule({
  id: 'bed-temperature',
  stage: 'first layer',
  title: 'Bed temperature suits machine, material and proof',
  why: 'A cold bed lets corners lift; a hot one spreads the foot or is never reached.',
  source: 'order of limits: hardware, proven, supplier (docs/glossary.md)',
  isOfHead: true,
  recipe: {
    about: 'recipe',
    reads: ['bedC', 'bedMaxC'],
    readsIfSet: ['bedRangeC'],
    find: (r) =>
      judgeHeat(
        {
          label: 'Bed temperature',
          hardwareMaxC: r.number('bedMaxC'),
          hardware: 'the printer',
          supplier: r.has('bedRangeC') ? r.range('bedRangeC') : null,
          proof: r.input.proofs['bedC'],
          provenOnly: r.input.provenOnly,
          keys: ['bedC'],
        },
        { celsius: r.number('bedC') },
      ),
  },
  program: {
    reads: ['bedMaxC', 'bedMaxLine', 'layerRows'],
    find: ({ report: r, context }) => {
      if (r.bedMaxC === 0) return { needs: 'a bed temperature in the program' };
      return judgeHeat(
        {
          label: 'Bed temperature',
          hardwareMaxC: context.machine.bedMaxC,
          hardware: context.machine.name,
          supplier: context.recipe.material.bedRangeC,
          material: context.recipe.material.name,
          proof: context.proofs['bedC'],
          provenOnly: context.job.provenOnly,
          keys: ['bedC'],
        },
        { celsius: r.bedMaxC, where: placeOfLine(r, r.bedMaxLine) },
      );
    },
  },
});
