import type { ReadingTable } from '../table.ts';
import { analyseFirstLayer } from './analysis.ts';

export const firstLayerTable: ReadingTable = {
  columns: [
    { name: 'x_mm', what: 'a place in mm', range: [-5000, 5000] },
    { name: 'y_mm', what: 'a place in mm', range: [-5000, 5000] },
    { name: 'thickness_mm', what: 'a thickness in mm', range: [0.001, 10] },
  ],
  options: [
    { name: 'wanted-mm', what: 'height of the first layer, mm' },
    { name: 'calibration-mm', what: 'standard uncertainty of the instrument, mm', default: 0, isZeroAllowed: true },
  ],
  fit: (rows, o) =>
    analyseFirstLayer(
      rows.map((r) => ({ xMm: r.figure('x_mm'), yMm: r.figure('y_mm'), thicknessMm: r.figure('thickness_mm') })),
      o['wanted-mm']!,
      o['calibration-mm'],
    ),
};
