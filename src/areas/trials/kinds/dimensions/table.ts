import { succeed } from '../../../../core/result/result.ts';
import type { ReadingTable } from '../table.ts';
import { analyseDimensions, AXES, type Axis } from './analysis.ts';

export const dimensionsTable: ReadingTable = {
  columns: [
    { name: 'axis', what: 'an axis', words: AXES },
    { name: 'feature', what: 'a feature', words: ['outer', 'hole'] },
    { name: 'nominal_mm', what: 'a drawn length in mm', range: [0.01, 5000] },
    { name: 'measured_mm', what: 'a length in mm', range: [0.01, 5000] },
  ],
  options: [
    { name: 'calibration-mm', what: 'standard uncertainty of the instrument, mm', default: 0, isZeroAllowed: true },
  ],
  fit: (rows, o) => {
    const fit = analyseDimensions(
      rows.map((r) => ({
        axis: r.word('axis') as Axis,
        feature: r.word('feature') as 'outer',
        nominalMm: r.figure('nominal_mm'),
        measuredMm: r.figure('measured_mm'),
      })),
      o['calibration-mm'],
    );
    if (!fit.ok) return fit;
    return succeed(
      Object.fromEntries(
        Object.entries(fit.value).map(([axis, { scale, offsetMm, scaleInterval, offsetInterval, n, residualMm }]) => [
          axis,
          { scale, offsetMm, scaleInterval, offsetInterval, n, residualMm },
        ]),
      ),
    );
  },
};
