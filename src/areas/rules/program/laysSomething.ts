import { defineRule } from '../define.ts';

export const laysSomething = defineRule({
  id: 'lays-something',
  stage: 'body',
  title: 'The program extrudes',
  why: 'A program that extrudes nothing moves through the air for hours.',
  source: 'Conservation of volume',
  program: {
    reads: ['extrudingMoves', 'travelMoves'],
    only: 'brought along',
    find: ({ report: r }) =>
      r.extrudingMoves > 0
        ? []
        : [
            {
              severity: 'blocker',
              title: 'The program extrudes nothing',
              figure: `${r.travelMoves} moves, no filament`,
              limit: 'at least one line',
              origin: 'the program itself',
              fix: 'choose the file that was meant, or have it made with filament in E',
            },
          ],
  },
});
