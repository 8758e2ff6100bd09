import { formatDuration } from '../../../core/units/format.ts';
import { defineRule, placeOfLine } from '../define.ts';

const MOST_S = 60;

export const noLongDwell = defineRule({
  id: 'no-long-dwell',
  stage: 'body',
  title: 'The hot nozzle never stands still for long',
  why: 'Standing still it drips and the material in it ages: the next line begins with a gap.',
  source: 'A minute: common practice, no source',
  program: {
    reads: ['firstExtrusionLine', 'layerRows', 'longestDwellLine', 'longestDwellS', 'nozzleMaxC'],
    only: 'brought along',
    find: ({ report: r }) =>
      r.longestDwellS <= MOST_S || r.longestDwellLine < r.firstExtrusionLine || r.nozzleMaxC === 0
        ? []
        : [
            {
              severity: 'note',
              title: 'The nozzle stands still mid-print',
              figure: formatDuration(r.longestDwellS),
              limit: formatDuration(MOST_S),
              origin: 'farm practice',
              fix: 'let it wait aside and wipe, or shorten the wait',
              ...placeOfLine(r, r.longestDwellLine),
            },
          ],
  },
});
