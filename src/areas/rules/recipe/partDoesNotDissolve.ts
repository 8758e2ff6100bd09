import { defineRule } from '../define.ts';

export const partDoesNotDissolve = defineRule({
  id: 'part-does-not-dissolve',
  stage: 'before start',
  title: 'The part itself does not dissolve',
  why: 'A soluble material chosen for the part is meant for its support.',
  source: 'common practice, no published source',
  recipe: {
    about: 'recipe',
    reads: ['family'],
    readsIfSet: ['solubleIn'],
    find: (r) =>
      r.text('solubleIn') === ''
        ? []
        : [
            {
              severity: 'caution',
              title: `The part itself dissolves in ${r.text('solubleIn')}`,
              figure: r.text('family'),
              limit: 'a lasting material',
              origin: 'material data',
              fix: 'choose another material for the part',
              change: { values: { solubleIn: '' } },
            },
          ],
  },
});
