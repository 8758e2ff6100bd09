import type { ReadingTable } from '../table.ts';
import { analyseHeadOffset } from './analysis.ts';

export const headOffsetTable: ReadingTable = {
  columns: [
    { name: 'axis', what: 'an axis', words: ['x', 'y'] },
    { name: 'tooth', what: 'a tooth', range: [-100, 100] },
  ],
  options: [
    { name: 'step-mm', what: 'what the pitches of the combs differ by, mm', default: 0.1 },
    { name: 'teeth', what: 'teeth either side of the middle', default: 5 },
  ],
  fit: (rows, o) =>
    analyseHeadOffset(
      rows.map((r) => ({ axis: r.word('axis') as 'x', tooth: r.figure('tooth') })),
      o['step-mm']!,
      o['teeth']!,
    ),
};
