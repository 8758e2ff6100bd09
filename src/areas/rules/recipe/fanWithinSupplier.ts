import { defineRule } from '../define.ts';
import { outsideSupplier } from '../evidence.ts';

export const fanWithinSupplier = defineRule({
  id: 'fan-within-supplier',
  stage: 'before start',
  title: 'Fan within the supplier’s range',
  why: 'Too little and details slump, too much and layers part.',
  source: 'common practice, no published source',
  isOfHead: true,
  recipe: {
    about: 'recipe',
    reads: ['fanPercent', 'fanRangePercent'],
    find: (r) => {
      const found = outsideSupplier({
        label: 'Fan',
        value: r.number('fanPercent'),
        range: r.range('fanRangePercent'),
        proof: r.input.proofs['fanPercent'],
        severity: 'caution',
        show: (v) => r.show('fanPercent', v),
        change: (end) => ({ values: { fanPercent: end } }),
      });
      return found ? [found] : [];
    },
  },
});
