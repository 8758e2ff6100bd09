import { defineRecipeRule } from './define.ts';

const LOWEST = 0.5;
const HIGHEST = 2;

export const supportGapFits = defineRecipeRule({
  id: 'support-gap-fits',
  about: 'recipe',
  technology: 'filament',
  title: 'The support comes off and still holds',
  why: 'Too small a gap welds it on, too large lets undersides sag.',
  source: 'a half to two layers: common practice, no source',
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
  examples: {
    passes: [{ says: 'two layers', change: { values: { supportGapZMm: 0.4 } } }],
    fails: [
      { says: 'almost none', change: { values: { supportGapZMm: 0.05 } } },
      { says: 'far too much', change: { values: { supportGapZMm: 0.6 } } },
    ],
  },
});
