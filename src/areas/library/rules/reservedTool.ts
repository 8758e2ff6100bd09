import { defineRecipeRule } from './define.ts';

export const reservedTool = defineRecipeRule({
  id: 'reserved-tool',
  about: 'recipe',
  technology: 'filament',
  title: 'A reserved tool runs only what it is kept for',
  why: 'Residues of another plastic come with the support and it no longer dissolves clean.',
  source: 'common practice, no published source',
  reads: ['family'],
  readsIfThere: ['reservedFor'],
  find: (r) =>
    r.text('reservedFor') === '' || r.text('reservedFor') === r.text('family')
      ? []
      : [
          {
            severity: 'blocker',
            title: `The tool is kept for ${r.text('reservedFor')}`,
            figure: r.text('family'),
            limit: r.text('reservedFor'),
            origin: 'hardware, tool',
            fix: 'choose another tool',
            change: { values: { reservedFor: '' } },
          },
        ],
  examples: {
    passes: [{ says: 'kept for this family', change: { values: { reservedFor: 'ASA' } } }],
    fails: [{ says: 'kept for another', change: { values: { reservedFor: 'PVA' } } }],
  },
});
