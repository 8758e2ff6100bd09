import { defineRule } from '../define.ts';
import { inList } from './families.ts';

export const familyOnTool = defineRule({
  id: 'family-on-tool',
  stage: 'before start',
  title: 'The tool may run this family',
  why: 'A liner melts, a nozzle clogs, a soluble support is spoilt.',
  source: 'common practice, no published source',
  isOfHead: true,
  recipe: {
    about: 'recipe',
    reads: ['family'],
    readsIfSet: ['allowedFamilies'],
    find: (r) =>
      inList(r.text('allowedFamilies'), r.text('family')) || r.text('allowedFamilies') === ''
        ? []
        : [
            {
              severity: 'blocker',
              title: `The tool may not run ${r.text('family')}`,
              figure: r.text('family'),
              limit: r.text('allowedFamilies'),
              origin: 'hardware, tool',
              fix: 'choose another tool',
              change: { values: { allowedFamilies: `${r.text('allowedFamilies')}, ${r.text('family')}` } },
            },
          ],
  },
});
