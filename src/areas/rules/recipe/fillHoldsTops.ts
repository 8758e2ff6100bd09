import { defineRule } from '../define.ts';

const LEAST = 8;

export const fillHoldsTops = defineRule({
  id: 'fill-holds-tops',
  stage: 'before start',
  title: 'The infill holds the tops up',
  why: 'Over an infill too sparse the first lines of a top hang as bridges.',
  source: '8 %: common practice, no source',
  recipe: {
    about: 'recipe',
    reads: ['infillPercent'],
    find: (r) =>
      r.number('infillPercent') === 0 || r.number('infillPercent') >= LEAST
        ? []
        : [
            {
              severity: 'note',
              title: 'The infill is too sparse to hold a top',
              figure: r.show('infillPercent'),
              limit: `${LEAST} %, or none at all`,
              origin: 'common practice',
              fix: `set ${LEAST} %`,
              change: { values: { infillPercent: LEAST } },
            },
          ],
  },
});
