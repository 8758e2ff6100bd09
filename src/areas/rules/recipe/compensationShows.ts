import { defineRule } from '../define.ts';

export const compensationShows = defineRule({
  id: 'compensation-shows',
  stage: 'before start',
  technology: 'resin',
  title: 'A contour compensation is large enough to show',
  why: 'Below a shade of a pixel it does nothing.',
  source: 'common practice, no published source',
  recipe: {
    about: 'recipe',
    reads: ['contourCompensationMm', 'pixelMm', 'samplesPerPixel'],
    find: (r) => {
      const least = r.number('pixelMm') / r.number('samplesPerPixel') ** 2;
      const given = Math.abs(r.number('contourCompensationMm'));
      return given === 0 || given >= least
        ? []
        : [
            {
              severity: 'note',
              title: 'The contour compensation is lost in the pixel',
              figure: r.show('contourCompensationMm'),
              limit: `${(least * 1000).toFixed(1)} µm`,
              origin: 'hardware, screen',
              fix: 'set 0, or more than a shade',
              change: { values: { contourCompensationMm: 0 } },
            },
          ];
    },
  },
});
