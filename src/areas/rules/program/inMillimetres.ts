import { defineRule } from '../define.ts';

export const inMillimetres = defineRule({
  id: 'in-millimetres',
  stage: 'before start',
  title: 'The program speaks in millimetres',
  why: 'A controller that does not know inches takes their figures for millimetres: a part 25 times too small.',
  source: 'RS-274: G20 and G21',
  program: {
    reads: ['inchesLine'],
    only: 'brought along',
    find: ({ report: r }) =>
      r.inchesLine === 0
        ? []
        : [
            {
              severity: 'caution',
              title: 'The program switches to inches',
              figure: `G20 at line ${r.inchesLine}`,
              limit: 'G21',
              origin: 'farm practice',
              fix: 'have it made in millimetres, or make sure that the controller knows G20',
              line: r.inchesLine,
            },
          ],
  },
});
