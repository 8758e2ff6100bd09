import { defineRecipeRule } from './define.ts';
import { outsideSupplier } from './ranges.ts';

export const fanWithinSupplier = defineRecipeRule({
  id: 'fan-within-supplier',
  about: 'recipe',
  technology: 'filament',
  title: 'Fan within the supplier’s range',
  why: 'Too little and details slump, too much and layers part.',
  source: 'common practice, no published source',
  reads: ['fanPercent', 'fanRangePercent'],
  find: (r) => outsideSupplier(r, 'fanPercent', 'fanRangePercent', 'Fan', 'caution'),
  examples: {
    passes: [{ says: 'none at all', change: { values: { fanPercent: 0 } } }],
    fails: [{ says: 'full', change: { values: { fanPercent: 100 } } }],
  },
});
