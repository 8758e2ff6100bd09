import { findZeroGrowth, type GrowthFit } from '../../../../core/resin/growth.ts';
import { fitExposureTemperature } from '../../../../core/resin/exposureTemperature.ts';
import { succeed } from '../../../../core/result/result.ts';
import type { ReadingTable } from '../table.ts';

export const resinTemperatureTable: ReadingTable = {
  columns: [
    { name: 'resin_c', what: 'a resin temperature in °C', range: [5, 80] },
    { name: 'exposure_s', what: 'an exposure in s', range: [0.05, 300] },
    { name: 'feature', what: 'what was measured', words: ['bar', 'slot'] },
    { name: 'nominal_mm', what: 'a drawn width in mm', range: [0.01, 50] },
    { name: 'measured_mm', what: 'a measured width in mm', range: [0, 50] },
  ],
  options: [],
  fit: (rows) => {
    const points: (GrowthFit & { readonly resinC: number })[] = [];
    for (const resinC of [...new Set(rows.map((r) => r.figure('resin_c')))].sort((a, b) => a - b)) {
      const fit = findZeroGrowth(
        rows
          .filter((r) => r.figure('resin_c') === resinC)
          .map((r) => ({
            light: r.figure('exposure_s'),
            feature: r.word('feature') as 'bar' | 'slot',
            nominalMm: r.figure('nominal_mm'),
            measuredMm: r.figure('measured_mm'),
          })),
      );
      if (!fit.ok) return fit;
      points.push({ resinC, ...fit.value });
    }
    const fit = fitExposureTemperature(points);
    if (!fit.ok) return fit;
    const { percentPerC, interval } = fit.value;
    return succeed({
      percentPerC,
      interval,
      exposures: points.map((p) => ({ resinC: p.resinC, exposureS: p.value, interval: p.interval })),
    });
  },
};
