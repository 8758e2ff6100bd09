import { countOf } from '../../../core/units/plural.ts';
import { defineRule } from '../define.ts';

export const endsOnce = defineRule({
  id: 'ends-once',
  stage: 'end',
  title: 'Nothing stands behind the end of the program',
  why: 'M2, M30 or a second per-cent sign end a program: what stands behind is neither judged nor sent, and a part of the print may be missing.',
  source: 'RS274/NGC 3.4 and 3.6.1, from memory',
  program: {
    reads: ['afterEnd'],
    only: 'brought along',
    find: ({ report: r }) => {
      if (!r.afterEnd) return { needs: 'a program read by this version; check again' };
      const { lines, line } = r.afterEnd;
      if (lines === 0) return [];
      return [
        {
          severity: 'caution',
          title: 'The program ends before the file does',
          figure: `${countOf(lines, 'line')} behind the end, from line ${line} on`,
          limit: 'none',
          origin: 'the program itself',
          fix: 'take out the end where it stands too early; what is behind it is not sent',
          line,
        },
      ];
    },
  },
});
