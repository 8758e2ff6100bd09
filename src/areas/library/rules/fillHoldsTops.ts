import { defineRecipeRule } from './define.ts';

const LEAST = 8;

export const fillHoldsTops = defineRecipeRule({
  id: 'fill-holds-tops',
  about: 'recipe',
  technology: 'filament',
  title: 'The fill holds the tops up',
  why: 'Over a fill too sparse the first lines of a top hang as bridges.',
  source: '8 %: common practice, no source',
  reads: ['infillPercent'],
  find: (r) =>
    r.number('infillPercent') === 0 || r.number('infillPercent') >= LEAST
      ? []
      : [
          {
            severity: 'note',
            title: 'The fill is too sparse to hold a top',
            figure: r.show('infillPercent'),
            limit: `${LEAST} %, or none at all`,
            origin: 'common practice',
            fix: `set ${LEAST} %`,
            change: { values: { infillPercent: LEAST } },
          },
        ],
  examples: {
    passes: [{ says: 'none at all', change: { values: { infillPercent: 0 } } }],
    fails: [{ says: 'very sparse', change: { values: { infillPercent: 4 } } }],
  },
});
