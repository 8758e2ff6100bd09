import { defineRecipeRule } from './define.ts';

const OLD_DAYS = 60;

export const stateKnown = defineRecipeRule({
  id: 'state-known',
  about: 'machine',
  technology: 'both',
  title: 'Somebody has looked at the machine lately',
  why: 'What the profile says may have left the machine weeks ago.',
  source: 'common practice, no published source',
  reads: [],
  needsMachine: true,
  find: ({ input: { machine: m } }) =>
    m!.knownForDays !== null && m!.knownForDays <= OLD_DAYS
      ? []
      : [
          {
            severity: 'note',
            title:
              m!.knownForDays === null ? 'Only the profile says what is mounted' : 'What is mounted was said long ago',
            figure: m!.knownForDays === null ? 'never confirmed' : `${m!.knownForDays} d ago`,
            limit: `${OLD_DAYS} d`,
            origin: `machine, ${m!.name}`,
            fix: 'look, and confirm on its page',
            change: { machine: { knownForDays: 0 } },
          },
        ],
  examples: {
    passes: [{ says: 'lately', change: { machine: { knownForDays: 30 } } }],
    fails: [
      { says: 'long ago', change: { machine: { knownForDays: 200 } } },
      { says: 'never', change: { machine: { knownForDays: null } } },
    ],
  },
});
