import type { ReadingTable } from '../table.ts';
import { analyseStep } from './analysis.ts';

export const referencePartTable: ReadingTable = {
  columns: [
    { name: 'feature', what: 'a place of the part; a row for each look at it', isText: true },
    { name: 'before', what: 'score on the print before', range: [1, 5] },
    { name: 'after', what: 'score on this print', range: [1, 5] },
  ],
  options: [],
  fit: (rows) =>
    analyseStep(
      [...new Set(rows.map((r) => r.word('feature')))].map((feature) => {
        const looks = rows.filter((r) => r.word('feature') === feature);
        return { feature, before: looks.map((r) => r.figure('before')), after: looks.map((r) => r.figure('after')) };
      }),
    ),
};
