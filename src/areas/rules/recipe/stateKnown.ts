import { defineRule } from '../define.ts';

const OLD_DAYS = 60;

export const stateKnown = defineRule({
  id: 'state-known',
  stage: 'before start',
  technology: 'both',
  title: 'Somebody has looked at the machine lately',
  why: 'What the profile says may have left the machine weeks ago.',
  source: 'common practice, no published source',
  recipe: {
    about: 'machine',
    reads: [],
    needsMachine: true,
    find: ({ input: { machine: m } }) =>
      m!.knownForDays !== null && m!.knownForDays <= OLD_DAYS
        ? []
        : [
            {
              severity: 'note',
              title:
                m!.knownForDays === null
                  ? 'Only the profile says what is mounted'
                  : 'What is mounted was last confirmed long ago',
              figure: m!.knownForDays === null ? 'never confirmed' : `${m!.knownForDays} d ago`,
              limit: `${OLD_DAYS} d`,
              origin: `machine, ${m!.name}`,
              fix: 'look, and confirm on its page',
              change: { machine: { knownForDays: 0 } },
            },
          ],
  },
});
