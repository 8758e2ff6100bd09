import type { GcodeReport } from '../../../core/gcode/report.ts';

/** Height each layer adds to the one before it, from the rows in order of height. */
export const stepsOf = ({ layerRows }: GcodeReport): readonly number[] =>
  layerRows.map((row, i) => row.zMm - (i === 0 ? 0 : layerRows[i - 1]!.zMm));
/** Steps that differ by less than this are one height. */
export const SAME_MM = 0.005;
export const isSame = (a: number, b: number): boolean => Math.abs(a - b) < SAME_MM;

/** The step most layers above the first have; null where there is none. */
export function usualStep(report: GcodeReport): number | null {
  const steps = stepsOf(report).slice(1);
  let best: number | null = null;
  let most = 0;
  for (const step of new Set(steps.map((s) => Math.round(s / SAME_MM)))) {
    const n = steps.filter((s) => isSame(s, step * SAME_MM)).length;
    if (n > most) [most, best] = [n, step * SAME_MM];
  }
  return best;
}
