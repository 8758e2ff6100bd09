import { defineRule } from '../define.ts';

export const spareFaces = defineRule({
  id: 'spare-faces',
  stage: 'before start',
  technology: 'both',
  title: 'No duplicate or degenerate triangles',
  why: 'They do no harm to a layer, but tell of an export that went wrong.',
  source: 'Geometry',
  mesh: {
    reads: ['facts'],
    find: ({ facts }) =>
      facts.duplicateFaces + facts.degenerateFaces === 0
        ? []
        : [
            {
              severity: 'note',
              title: 'Duplicate or degenerate triangles',
              figure: `${facts.duplicateFaces} duplicate, ${facts.degenerateFaces} degenerate`,
              limit: '0',
              origin: 'geometry',
              fix: 'export the part again if anything looks wrong',
            },
          ],
  },
});
