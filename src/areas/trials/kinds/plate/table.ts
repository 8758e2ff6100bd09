import { readPlate } from '../../../../core/resin/platePattern.ts';
import type { ReadingTable } from '../table.ts';

export const plateTable: ReadingTable = {
  columns: [
    { name: 'x', what: 'a place from left (-1) to right (1)', range: [-1, 1] },
    { name: 'y', what: 'a place from front (-1) to back (1)', range: [-1, 1] },
    { name: 'outcome', what: '0 lost, 1 edge lifted, 2 stuck', range: [0, 2] },
  ],
  options: [{ name: 'removal', what: 'how those that stuck came off: 1 easily, 2 firmly, 3 with a tool', default: 2 }],
  fit: (rows, o) =>
    readPlate(
      rows.map((r) => ({ x: r.figure('x'), y: r.figure('y'), outcome: Math.round(r.figure('outcome')) as 0 | 1 | 2 })),
      o['removal']!,
    ),
};
