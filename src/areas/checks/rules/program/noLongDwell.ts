import { formatDuration } from '../../../../core/units/format.ts';
import { defineRule, placeOfLine } from '../define.ts';
import { soundJob } from '../sound.ts';

const MOST_S = 60;

export const noLongDwell = defineRule({
  id: 'no-long-dwell',
  bites: 'body',
  title: 'The hot nozzle never stands still for long',
  why: 'Standing still it drips and the plastic in it ages: the next line begins with a gap.',
  source: 'A minute: common practice, no source',
  of: 'program',
  find: ({ report: r }) =>
    r.longestDwellS <= MOST_S || r.longestDwellLine < r.firstExtrusionLine || r.nozzleMaxC === 0
      ? []
      : [
          {
            severity: 'note',
            title: 'The nozzle stands still in mid-print',
            figure: formatDuration(r.longestDwellS),
            limit: formatDuration(MOST_S),
            origin: 'farm practice',
            fix: 'let it wait aside and wipe, or shorten the wait',
            ...placeOfLine(r, r.longestDwellLine),
          },
        ],
  examples: {
    passes: [
      { says: 'no wait', input: soundJob() },
      { says: 'a wait while heating', input: soundJob({ report: { longestDwellS: 300, longestDwellLine: 8 } }) },
    ],
    fails: [
      {
        says: 'five minutes in the middle',
        input: soundJob({ report: { longestDwellS: 300, longestDwellLine: 500 } }),
      },
    ],
  },
});
