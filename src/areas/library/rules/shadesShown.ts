import { defineRecipeRule } from './define.ts';
import { above } from './ranges.ts';

export const shadesShown = defineRecipeRule({
  id: 'shades-shown',
  about: 'recipe',
  technology: 'resin',
  title: 'The printer can show the shades of an edge',
  why: 'Finer shades than it can show are rounded away.',
  source: 'common practice, no published source',
  reads: ['samplesPerPixel', 'samplesPerPixelMost'],
  find: (r) => above(r, 'samplesPerPixel', 'samplesPerPixelMost', 'Shading', 'hardware, printer'),
  examples: {
    passes: [{ says: 'at the limit', change: { values: { samplesPerPixelMost: 2 } } }],
    fails: [{ says: 'finer', change: { values: { samplesPerPixelMost: 1 } } }],
  },
});
