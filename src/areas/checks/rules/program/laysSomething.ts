import { defineRule } from '../define.ts';
import { soundJob } from '../sound.ts';

export const laysSomething = defineRule({
  id: 'lays-something',
  bites: 'body',
  title: 'The program lays plastic',
  why: 'A program without plastic moves through the air for hours.',
  source: 'Conservation of volume',
  of: 'program',
  find: ({ report: r }) =>
    r.extrudingMoves > 0
      ? []
      : [
          {
            severity: 'blocker',
            title: 'The program lays nothing',
            figure: `${r.travelMoves} moves, no plastic`,
            limit: 'at least one line',
            origin: 'the program itself',
            fix: 'choose the file that was meant, or have it made with filament in E',
          },
        ],
  examples: {
    passes: [{ says: 'lines', input: soundJob() }],
    fails: [{ says: 'a dry run', input: soundJob({ report: { extrudingMoves: 0 } }) }],
  },
});
