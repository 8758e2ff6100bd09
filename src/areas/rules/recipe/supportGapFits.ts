import { defineRule } from '../define.ts';

const LOWEST = 0.5;
const HIGHEST = 2;

export const supportGapFits = defineRule({
  id: 'support-gap-fits',
  stage: 'before start',
  title: 'The support comes off and still holds',
  why: 'Too small a gap welds it on, too large lets undersides sag.',
  source: 'a half to two layers: common practice, no source',
  recipe: {
    about: 'recipe',
    reads: ['supportGapZMm', 'layerHeightMm'],
    find: (r) => {
      const h = r.number('layerHeightMm');
      const gap = r.number('supportGapZMm');
      const low = LOWEST * h;
      const high = HIGHEST * h;
      const end = gap < low ? low : high;
      return gap >= low - 1e-9 && gap <= high + 1e-9
        ? []
        : [
            {
              severity: 'caution',
              title: `The support gap is too ${gap < low ? 'small' : 'large'}`,
              figure: r.show('supportGapZMm'),
              limit: `${r.show('supportGapZMm', low)} to ${r.show('supportGapZMm', high)}`,
              origin: 'common practice',
              fix: `set ${r.show('supportGapZMm', end)}`,
              change: { values: { supportGapZMm: end } },
            },
          ];
    },
  },
});
