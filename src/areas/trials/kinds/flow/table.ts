import type { ReadingTable } from '../table.ts';
import { fail } from '../../../../core/result/result.ts';
import { analyseFlow } from './analysis.ts';

export const flowTable: ReadingTable = {
  columns: [
    { name: 'side', what: 'a side', isText: true },
    { name: 'thickness_mm', what: 'a thickness in mm', range: [0.001, 50] },
  ],
  options: [
    { name: 'target-mm', what: 'wanted line width, mm' },
    { name: 'layer-height-mm', what: 'layer height, mm' },
    { name: 'flow', what: 'flow the coupon was printed with' },
    { name: 'walls', what: 'lines side by side in the wall', default: 1 },
    {
      name: 'line-distance-mm',
      what: 'programmed distance of those lines, mm; 0: as the wanted width asks',
      default: 0,
      isZeroAllowed: true,
    },
    { name: 'resolution-mm', what: 'step of the instrument, mm', default: 0.01, isZeroAllowed: true },
    { name: 'calibration-mm', what: 'standard uncertainty of the instrument, mm', default: 0, isZeroAllowed: true },
  ],
  fit: (rows, o) => {
    if (!Number.isInteger(o['walls']) || o['walls']! > 10)
      return fail({ code: 'walls', what: '--walls is a whole number from 1 to 10' });
    return analyseFlow(
      rows.map((r) => ({ side: r.word('side'), thicknessMm: r.figure('thickness_mm') })),
      {
        targetWidthMm: o['target-mm']!,
        layerHeightMm: o['layer-height-mm']!,
        flow: o['flow']!,
        walls: o['walls']!,
        lineDistanceMm: o['line-distance-mm']! > 0 ? o['line-distance-mm'] : undefined,
        resolutionMm: o['resolution-mm']!,
        calibrationUMm: o['calibration-mm']!,
      },
    );
  },
};
