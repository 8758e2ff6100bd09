import { defineRule } from '../define.ts';
import { above } from './ranges.ts';

export const shadesShown = defineRule({
  id: 'shades-shown',
  stage: 'before start',
  technology: 'resin',
  title: 'The printer can show the shades of an edge',
  why: 'Finer shades than it can show are rounded away.',
  source: 'common practice, no published source',
  recipe: {
    about: 'recipe',
    reads: ['samplesPerPixel', 'samplesPerPixelMost'],
    find: (r) => above(r, 'samplesPerPixel', 'samplesPerPixelMost', 'Shading', 'printer'),
  },
});
