import { defineRule } from '../define.ts';

export const returnSlower = defineRule({
  id: 'return-slower',
  stage: 'before start',
  technology: 'resin',
  title: 'The second stage of the return is the slow one',
  why: 'The last millimetres press the resin out; fast, they bend supports.',
  source: 'common practice, no published source',
  recipe: {
    about: 'recipe',
    reads: ['returnFirstMm', 'returnFirstMmPerS', 'returnSecondMmPerS'],
    find: (r) =>
      r.number('returnFirstMm') === 0 || r.number('returnSecondMmPerS') < r.number('returnFirstMmPerS')
        ? []
        : [
            {
              severity: 'caution',
              title: 'The return does not slow down',
              figure: r.show('returnSecondMmPerS'),
              limit: `below ${r.show('returnFirstMmPerS')}`,
              origin: 'process',
              fix: `set ${r.show('returnSecondMmPerS', r.number('returnFirstMmPerS') / 2)}`,
              change: { values: { returnSecondMmPerS: r.number('returnFirstMmPerS') / 2 } },
            },
          ],
  },
});
