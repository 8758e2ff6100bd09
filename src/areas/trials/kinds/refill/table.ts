import { succeed } from '../../../../core/result/result.ts';
import type { ReadingTable } from '../table.ts';
import { analyseRefill } from './analysis.ts';

export const refillTable: ReadingTable = {
  columns: [
    { name: 'refill_mm', what: 'a refill in mm of filament', range: [-0.5, 1] },
    { name: 'bump_mm', what: 'thickness where a line begins less that along it, in mm', range: [-2, 2] },
  ],
  options: [],
  fit: (rows) => {
    const fit = analyseRefill(rows.map((r) => ({ refillMm: r.figure('refill_mm'), bumpMm: r.figure('bump_mm') })));
    return fit.ok ? succeed({ value: fit.value.value, interval: fit.value.interval, bumpPerMm: fit.value.slope }) : fit;
  },
};
