import { defineRecipeRule } from './define.ts';
import { above } from './ranges.ts';

export const nozzleWithinHotEnd = defineRecipeRule({
  id: 'nozzle-within-hot-end',
  about: 'recipe',
  technology: 'filament',
  title: 'The hot end may run at the nozzle temperature',
  why: 'Beyond it the feed tube softens and clogs.',
  source: 'common practice, no published source',
  reads: ['nozzleC', 'nozzleFirstC', 'hotEndMaxC'],
  find: (r) => [
    ...above(r, 'nozzleC', 'hotEndMaxC', 'Nozzle temperature', 'hardware, tool'),
    ...above(r, 'nozzleFirstC', 'hotEndMaxC', 'Nozzle temperature of the first layer', 'hardware, tool'),
  ],
  examples: {
    passes: [{ says: 'at the limit', change: { values: { hotEndMaxC: 248 } } }],
    fails: [{ says: 'a cooler hot end', change: { values: { hotEndMaxC: 245 } } }],
  },
});
