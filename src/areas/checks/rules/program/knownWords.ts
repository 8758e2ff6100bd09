import { defineRule } from '../define.ts';
import { soundJob } from '../sound.ts';

const SHOWN = 6;

export const knownWords = defineRule({
  id: 'known-words',
  bites: 'before start',
  title: 'The controller knows every command',
  why: 'A command the controller does not know is left out: what it should have done is not done, and nobody is told.',
  source: 'Words of the RS-274 family that this check can read; common practice, no source',
  of: 'program',
  find: ({ report: r, sheet }) => {
    if (r.unknownWords.length === 0) return [];
    const times = r.unknownWords.reduce((s, w) => s + w.count, 0);
    return [
      {
        severity: 'caution',
        title: `${r.unknownWords.length === 1 ? 'A command' : `${r.unknownWords.length} commands`} nobody can vouch for`,
        figure: `${r.unknownWords
          .slice(0, SHOWN)
          .map((w) => w.word)
          .join(', ')}${r.unknownWords.length > SHOWN ? ' …' : ''}, ${times} times`,
        limit: 'commands the check can read',
        origin: `machine, ${sheet.machine.name}`,
        fix: 'have the program made for this machine, or look in the controller’s manual what they do',
        line: r.unknownWords[0]!.line,
      },
    ];
  },
  examples: {
    passes: [{ says: 'all known', input: soundJob() }],
    fails: [
      {
        says: 'one of another controller',
        input: soundJob({ report: { unknownWords: [{ word: 'M9001', count: 2, line: 7 }] } }),
      },
    ],
  },
});
