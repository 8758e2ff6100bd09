import { defineRule } from '../define.ts';
import { codesOf } from './blocks.ts';

export const startHomes = defineRule({
  id: 'start-homes',
  stage: 'before start',
  title: 'The start block homes the axes',
  why: 'Without it the machine does not know where it is and drives into its frame.',
  source: 'common practice, no published source',
  recipe: {
    about: 'recipe',
    reads: ['startBlock'],
    find: (r) =>
      codesOf(r.text('startBlock')).some((c) => c.code === 'G28')
        ? []
        : [
            {
              severity: 'blocker',
              title: 'The start block does not home',
              figure: 'no G28',
              limit: 'G28 before the first move',
              origin: 'printer',
              fix: 'add G28',
              change: { values: { startBlock: `G28\n${r.text('startBlock')}` } },
            },
          ],
  },
});
