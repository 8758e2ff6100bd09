import { defineRule, placeOfLine } from '../define.ts';
import { soundJob } from '../sound.ts';

export const noPause = defineRule({
  id: 'no-pause',
  bites: 'body',
  title: 'The program waits for nobody',
  why: 'A stop in the night waits hot until the morning.',
  source: 'RS-274: M0 and M1',
  of: 'program',
  find: ({ report: r, sheet }) =>
    r.pauses === 0
      ? []
      : [
          {
            severity: sheet.job.class === 'lights-out' ? 'blocker' : 'note',
            title: 'The program stops and waits for a person',
            figure: `${r.pauses} ${r.pauses === 1 ? 'stop' : 'stops'}, first at line ${r.pauseLine}`,
            limit: sheet.job.class === 'lights-out' ? 'none without people' : 'somebody has to be there',
            origin: sheet.job.class === 'lights-out' ? 'class lights-out' : 'the program itself',
            fix:
              sheet.job.class === 'lights-out'
                ? 'print it while people are there, or take the stop out'
                : 'be there when it stops',
            ...placeOfLine(r, r.pauseLine),
          },
        ],
  examples: {
    passes: [{ says: 'no stop', input: soundJob() }],
    fails: [
      { says: 'a stop to put a nut in', input: soundJob({ report: { pauses: 1, pauseLine: 400 } }) },
      {
        says: 'a stop at night',
        input: soundJob({ report: { pauses: 1, pauseLine: 400 }, job: { class: 'lights-out' } }),
      },
    ],
  },
});
