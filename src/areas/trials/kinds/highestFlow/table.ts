import { succeed } from '../../../../core/result/result.ts';
import type { ReadingTable } from '../table.ts';
import { analyseHighestFlow } from './analysis.ts';

export const highestFlowTable: ReadingTable = {
  columns: [
    { name: 'flow_mm3_s', what: 'a flow in mm³/s', range: [0.001, 500] },
    { name: 'expected_g', what: 'a mass in g', range: [1e-6, 10_000] },
    { name: 'measured_g', what: 'a mass in g', range: [0, 10_000] },
  ],
  options: [],
  fit: (rows) => {
    const fit = analyseHighestFlow(
      rows.map((r) => ({
        flowMm3PerS: r.figure('flow_mm3_s'),
        expectedG: r.figure('expected_g'),
        measuredG: r.figure('measured_g'),
      })),
    );
    if (!fit.ok) return fit;
    const { limit, rawLimit, interval, plateau, isReached } = fit.value;
    return succeed({ limit, rawLimit, break: fit.value.break, interval, plateau, isReached });
  },
};
