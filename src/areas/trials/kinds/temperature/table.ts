import { succeed } from '../../../../core/result/result.ts';
import type { ReadingTable } from '../table.ts';
import { analyseTemperature } from './analysis.ts';

export const temperatureTable: ReadingTable = {
  columns: [
    { name: 'nozzle_c', what: 'a nozzle temperature in °C', range: [100, 550] },
    { name: 'strings', what: 'a count of strings', range: [0, 1000] },
    { name: 'sag_mm', what: 'a sag in mm', range: [0, 50] },
    { name: 'strength_n', what: 'a force in N', range: [0, 5000] },
    { name: 'surface', what: 'a score', range: [1, 5], isOptional: true },
  ],
  options: (['strings', 'sag', 'strength', 'surface'] as const).map((key) => ({
    name: `weight-${key}`,
    what: `weight of ${key}`,
    default: 1,
    isZeroAllowed: true,
  })),
  fit: (rows, o) => {
    const hasSurface = rows.every((r) => r.figureOr('surface') !== undefined);
    const fit = analyseTemperature(
      rows.map((r) => ({
        nozzleC: r.figure('nozzle_c'),
        strings: r.figure('strings'),
        sagMm: r.figure('sag_mm'),
        strengthN: r.figure('strength_n'),
        ...(hasSurface && { surface: r.figure('surface') }),
      })),
      {
        strings: o['weight-strings']!,
        sag: o['weight-sag']!,
        strength: o['weight-strength']!,
        surface: o['weight-surface']!,
      },
    );
    if (!fit.ok) return fit;
    const { value, interval, plateau, range, desirability, bestAtEnd } = fit.value;
    return succeed({
      value,
      interval,
      plateau,
      range: [range.min, range.max],
      desirability: desirability.map(([nozzleC, d]) => ({ nozzleC, desirability: d })),
      bestAtEnd,
    });
  },
};
