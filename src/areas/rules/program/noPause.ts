import { countOf } from '../../../core/units/plural.ts';
import { defineRule, placeOfLine } from '../define.ts';

export const noPause = defineRule({
  id: 'no-pause',
  stage: 'body',
  title: 'The program waits for nobody',
  why: 'A stop in the night waits hot until the morning.',
  source: 'RS-274: M0 and M1',
  program: {
    reads: ['layerRows', 'pauseLine', 'pauses'],
    only: 'brought along',
    find: ({ report: r, context }) =>
      r.pauses === 0
        ? []
        : [
            {
              severity: context.job.class === 'lights-out' ? 'blocker' : 'note',
              title: 'The program stops and waits for a person',
              figure: `${countOf(r.pauses, 'stop')}, first at line ${r.pauseLine}`,
              limit: context.job.class === 'lights-out' ? 'none without people' : 'somebody has to be there',
              origin: context.job.class === 'lights-out' ? 'class lights-out' : 'the program itself',
              fix:
                context.job.class === 'lights-out'
                  ? 'print it while people are there, or take the stop out'
                  : 'be there when it stops',
              ...placeOfLine(r, r.pauseLine),
            },
          ],
  },
});
