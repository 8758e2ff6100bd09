import { defineRule } from '../define.ts';

/** Less than most jobs take. Common practice, no source. */
const LITTLE_G = 50;

export const spoolNotEmpty = defineRule({
  id: 'spool-not-empty',
  stage: 'before start',
  title: 'Something is left on the spool',
  why: 'A spool that ends at night ends the job.',
  source: 'common practice, no published source',
  recipe: {
    about: 'machine',
    reads: [],
    needsMachine: true,
    find: ({ input: { machine: m } }) =>
      m!.remainingG === null || m!.remainingG >= LITTLE_G
        ? []
        : [
            {
              severity: 'note',
              title: 'The spool is nearly empty',
              figure: `${m!.remainingG.toFixed(0)} g`,
              limit: `${LITTLE_G} g`,
              origin: `machine, ${m!.name}`,
              fix: 'have the next spool at hand',
              change: { machine: { remainingG: LITTLE_G } },
            },
          ],
  },
});
