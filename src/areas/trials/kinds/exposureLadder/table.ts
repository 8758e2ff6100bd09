import { findZeroGrowth } from '../../../../core/resin/growth.ts';
import { succeed } from '../../../../core/result/result.ts';
import type { ReadingTable } from '../table.ts';

export const exposureLadderTable: ReadingTable = {
  columns: [
    { name: 'exposure_s', what: 'an exposure in s', range: [0.05, 300] },
    { name: 'feature', what: 'what was measured', words: ['bar', 'slot'] },
    { name: 'nominal_mm', what: 'a drawn width in mm', range: [0.01, 50] },
    { name: 'measured_mm', what: 'a measured width in mm', range: [0, 50] },
  ],
  options: [],
  fit: (rows) => {
    const fit = findZeroGrowth(
      rows.map((r) => ({
        light: r.figure('exposure_s'),
        feature: r.word('feature') as 'bar' | 'slot',
        nominalMm: r.figure('nominal_mm'),
        measuredMm: r.figure('measured_mm'),
      })),
    );
    if (!fit.ok) return fit;
    const { value, interval, perEFold, biasMm, bestAtEnd } = fit.value;
    return succeed({ exposureS: value, interval, growthMmPerEFold: perEFold, biasMm, bestAtEnd });
  },
};
