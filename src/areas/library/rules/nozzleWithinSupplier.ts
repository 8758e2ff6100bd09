import { defineRecipeRule } from './define.ts';
import { outsideSupplier } from './ranges.ts';

export const nozzleWithinSupplier = defineRecipeRule({
  id: 'nozzle-within-supplier',
  about: 'recipe',
  technology: 'filament',
  title: 'Nozzle temperature within the supplier’s range',
  why: 'Below layers split, above the plastic degrades.',
  source: 'common practice, no published source',
  reads: ['nozzleC', 'nozzleRangeC'],
  find: (r) => outsideSupplier(r, 'nozzleC', 'nozzleRangeC', 'Nozzle temperature', 'blocker'),
  examples: {
    passes: [{ says: 'at its lower end', change: { values: { nozzleRangeC: [248, 260] } } }],
    fails: [{ says: 'below, though proven there', change: { values: { nozzleRangeC: [250, 260] } } }],
  },
});
