import { fitNecks } from '../../../../core/resin/necks.ts';
import { succeed } from '../../../../core/result/result.ts';
import type { ReadingTable } from '../table.ts';

export const neckStrengthTable: ReadingTable = {
  columns: [
    { name: 'exposure_s', what: 'an exposure in s', range: [0.05, 300] },
    { name: 'parts_mm', what: 'a parting thickness in mm', range: [0.02, 5] },
  ],
  options: [
    { name: 'exposure', what: 'exposure of the recipe, s' },
    { name: 'tip', what: 'thickness of the farm’s support tips, mm', default: 0.4 },
  ],
  fit: (rows, o) => {
    const fit = fitNecks(
      rows.map((r) => ({ light: r.figure('exposure_s'), partsMm: r.figure('parts_mm') })),
      o['exposure']!,
      o['tip']!,
    );
    if (!fit.ok) return fit;
    const { partsMm, interval, fallPerEFold, holdsFrom, holdsFromInterval } = fit.value;
    return succeed({ partsMm, interval, fallMmPerEFold: fallPerEFold, holdsFromS: holdsFrom, holdsFromInterval });
  },
};
