import { defineRecipeRule } from './define.ts';

export const partDoesNotDissolve = defineRecipeRule({
  id: 'part-does-not-dissolve',
  about: 'recipe',
  technology: 'filament',
  title: 'The part itself does not dissolve',
  why: 'A soluble material chosen for the part is meant for its support.',
  source: 'common practice, no published source',
  reads: ['family'],
  readsIfThere: ['solubleIn'],
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
  examples: {
    passes: [{ says: 'lasting', change: {} }],
    fails: [{ says: 'soluble', change: { values: { solubleIn: 'water' } } }],
  },
});
