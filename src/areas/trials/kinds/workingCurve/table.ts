import { fitWorkingCurve } from '../../../../core/resin/workingCurve.ts';
import type { ReadingTable } from '../table.ts';

export const workingCurveTable: ReadingTable = {
  columns: [
    { name: 'dose_mj_cm2', what: 'a dose in mJ/cm²', range: [0, 1e5] },
    { name: 'depth_mm', what: 'the thickness of a film in mm', range: [0, 1e5] },
  ],
  options: [],
  fit: (rows) =>
    fitWorkingCurve(
      rows.map((r) => r.figure('dose_mj_cm2')),
      rows.map((r) => r.figure('depth_mm')),
    ),
};
