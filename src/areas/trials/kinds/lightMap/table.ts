import { mapLight } from '../../../../core/resin/lightMap.ts';
import type { ReadingTable } from '../table.ts';

export const lightMapTable: ReadingTable = {
  columns: [
    { name: 'x', what: 'a place from left (-1) to right (1)', range: [-1, 1] },
    { name: 'y', what: 'a place from front (-1) to back (1)', range: [-1, 1] },
    { name: 'mw_cm2', what: 'a reading in mW/cm²', range: [0, 100] },
  ],
  options: [
    { name: 'share', what: 'usable from this share of the mean', default: 0.85 },
    {
      name: 'meter-u',
      what: 'standard uncertainty of the meter, share of the reading',
      default: 0.02,
      isZeroAllowed: true,
    },
  ],
  fit: (rows, o) =>
    mapLight(
      rows.map((r) => ({ x: r.figure('x'), y: r.figure('y'), mWPerCm2: r.figure('mw_cm2') })),
      o['share']!,
      o['meter-u']!,
    ),
};
