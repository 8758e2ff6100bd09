import { defineRecipeRule } from './define.ts';
import { outsideSupplier } from './ranges.ts';

export const bedWithinSupplier = defineRecipeRule({
  id: 'bed-within-supplier',
  about: 'recipe',
  technology: 'filament',
  title: 'Bed temperature within the supplier’s range',
  why: 'Below corners lift, above the foot spreads.',
  source: 'common practice, no published source',
  reads: ['bedC', 'bedRangeC'],
  find: (r) => outsideSupplier(r, 'bedC', 'bedRangeC', 'Bed temperature', 'blocker'),
  examples: {
    passes: [{ says: 'at its upper end', change: { values: { bedRangeC: [85, 98] } } }],
    fails: [{ says: 'below, though proven there', change: { values: { bedRangeC: [100, 110] } } }],
  },
});
