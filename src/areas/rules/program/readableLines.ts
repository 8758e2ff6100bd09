import { defineRule, placeOfLine } from '../define.ts';

export const readableLines = defineRule({
  id: 'readable-lines',
  stage: 'body',
  title: 'Every line can be read',
  why: 'A controller skips or misreads what is spoiled: the head goes somewhere else, or nowhere.',
  source: 'Reader of the RS-274 family',
  program: {
    reads: ['layerRows', 'problemCount', 'problems'],
    only: 'brought along',
    find: ({ report: r }) => {
      const [first] = r.problems;
      if (!first) return [];
      return [
        {
          severity: 'caution',
          title: `${r.problemCount === 1 ? 'A line' : `${r.problemCount} lines`} cannot be read as written`,
          figure: `line ${first.line}: ${first.text}`,
          limit: 'a command with figures',
          origin: 'the program itself',
          fix: 'have the file made again, or mend the line',
          ...placeOfLine(r, first.line),
        },
      ];
    },
  },
});
