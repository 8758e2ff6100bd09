import { defineRule } from '../define.ts';
import { saidBeside } from './saidBeside.ts';

export const saysWhatItDoes = defineRule({
  id: 'says-what-it-does',
  stage: 'before start',
  title: 'What the program says of itself is what it does, and what is here',
  why: 'A header that speaks of another nozzle, material, printer, time or temperature tells that the wrong file was taken, or the right one made for another machine.',
  source: 'Comments of the program, read by words of the trade: common practice, no source',
  program: {
    reads: ['bedMaxC', 'heatingS', 'layerRows', 'nozzleMaxC', 'says', 'timeS'],
    only: 'brought along',
    find: ({ report, context }) => {
      if (!report.says) return { needs: 'a program read by this version; check again' };
      return saidBeside(report, context).flatMap(({ said, measured, origin, isOther }) =>
        isOther
          ? [
              {
                severity: 'caution',
                title: 'The program says one thing and another is so',
                figure: `line ${said.line}: ${said.text}`,
                limit: measured!,
                origin,
                fix: 'see that it is the right file; what is judged is what it does',
                line: said.line,
              },
            ]
          : [],
      );
    },
  },
});
