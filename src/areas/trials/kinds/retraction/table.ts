import { succeed } from '../../../../core/result/result.ts';
import type { ReadingTable } from '../table.ts';
import { analyseRetraction } from './analysis.ts';

export const retractionTable: ReadingTable = {
  columns: [
    { name: 'distance_mm', what: 'a distance in mm', range: [0, 30] },
    { name: 'strings', what: 'a count of strings', range: [0, 1000] },
    { name: 'gaps', what: 'a count of gaps', range: [0, 1000], isOptional: true },
  ],
  options: [{ name: 'accepted', what: 'strings accepted per band', default: 1, isZeroAllowed: true }],
  fit: (rows, o) => {
    const fit = analyseRetraction(
      rows.map((r) => ({
        distanceMm: r.figure('distance_mm'),
        strings: r.figure('strings'),
        gaps: r.figureOr('gaps'),
      })),
      o['accepted']!,
    );
    if (!fit.ok) return fit;
    const {
      value,
      interval,
      range,
      parameters: [a, b, c],
      bestAtEnd,
    } = fit.value;
    return succeed({ value, range: [range.min, range.max], interval, curve: { a, b, c }, bestAtEnd });
  },
};
