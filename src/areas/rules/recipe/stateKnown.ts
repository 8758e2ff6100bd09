import { countOf } from '../../../core/units/plural.ts';
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
                  ? 'Mounted tool never confirmed'
                  : `Mounted tool last confirmed ${countOf(m!.knownForDays, 'day')} ago`,
              figure: m!.knownForDays === null ? 'never confirmed' : `${m!.knownForDays} d ago`,
              limit: `${OLD_DAYS} d`,
              origin: `machine, ${m!.name}`,
              fix: 'look, and confirm on its page',
              change: { machine: { knownForDays: 0 } },
            },
          ],
  },
});
