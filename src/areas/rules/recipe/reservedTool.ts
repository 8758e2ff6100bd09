import { defineRule } from '../define.ts';

export const reservedTool = defineRule({
  id: 'reserved-tool',
  stage: 'before start',
  title: 'A reserved tool runs only what it is reserved for',
  why: 'Residues of another material come with the support and it no longer dissolves clean.',
  source: 'common practice, no published source',
  isOfHead: true,
  recipe: {
    about: 'recipe',
    reads: ['family'],
    readsIfSet: ['reservedFor'],
    find: (r) =>
      r.text('reservedFor') === '' || r.text('reservedFor') === r.text('family')
        ? []
        : [
            {
              severity: 'blocker',
              title: `The tool is reserved for ${r.text('reservedFor')}`,
              figure: r.text('family'),
              limit: r.text('reservedFor'),
              origin: 'hardware, tool',
              fix: 'choose another tool',
              change: { values: { reservedFor: '' } },
            },
          ],
  },
});
