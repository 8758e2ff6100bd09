import { succeed } from '../../../../core/result/result.ts';
import type { ReadingTable } from '../table.ts';
import { analysePressure } from './analysis.ts';

export const pressureTable: ReadingTable = {
  columns: [
    { name: 'factor_s', what: 'a pressure factor in s', range: [0, 10] },
    { name: 'change_mm', what: 'a width change in mm', range: [0, 10] },
  ],
  options: [{ name: 'accepted', what: 'width change accepted, mm', default: 0.05 }],
  fit: (rows, o) => {
    const fit = analysePressure(
      rows.map((r) => ({ factorS: r.figure('factor_s'), changeMm: r.figure('change_mm') })),
      o['accepted']!,
    );
    if (!fit.ok) return fit;
    const { value, interval, range, leastMm, bestAtEnd } = fit.value;
    return succeed({ value, interval, range: [range.min, range.max], leastMm, bestAtEnd });
  },
};
