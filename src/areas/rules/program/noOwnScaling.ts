import { defineRule, placeOfLine, type Found } from '../define.ts';

export const noOwnScaling = defineRule({
  id: 'no-own-scaling',
  stage: 'body',
  title: 'The program does not scale its own speed or flow',
  why: 'What prints is no longer what the recipe and its trials speak of: every figure here is that of the lines as scaled.',
  source: 'M220 and M221; common practice, no source',
  program: {
    reads: ['flowFactor', 'layerRows', 'speedFactor'],
    only: 'brought along',
    find: ({ report: r }) =>
      (
        [
          ['speed', r.speedFactor, 'M220'],
          ['flow', r.flowFactor, 'M221'],
        ] as const
      ).flatMap(([what, f, code]): Found[] =>
        f === null
          ? []
          : [
              {
                severity: 'caution',
                title: `The program sets its own ${what} to ${f.percent} %`,
                figure: `${code} S${f.percent} at line ${f.line}`,
                limit: '100 %',
                origin: 'what is proven is proven at 100 %',
                fix: `take ${code} out, or have the program made with the ${what} it wants`,
                ...placeOfLine(r, f.line),
              },
            ],
      ),
  },
});
