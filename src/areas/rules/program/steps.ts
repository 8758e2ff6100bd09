import type { GcodeReport } from '../../../core/gcode/report.ts';

/** Whether a row is the first of its part: nothing lies under it but the plate. */
export const isFirst = ({ layerRows }: GcodeReport, i: number): boolean =>
  i === 0 || (layerRows[i]!.part ?? 0) !== (layerRows[i - 1]!.part ?? 0);
/** Whether nothing is laid on a row. */
export const isLast = (report: GcodeReport, i: number): boolean =>
  i === report.layerRows.length - 1 || isFirst(report, i + 1);

/** Height each layer adds to the one below, from the rows of each part in order of height. */
export const stepsOf = (report: GcodeReport): readonly number[] =>
  report.layerRows.map((row, i) => row.zMm - (isFirst(report, i) ? 0 : report.layerRows[i - 1]!.zMm));
/** Steps that differ by less than this are one height. */
export const SAME_MM = 0.005;
export const isSame = (a: number, b: number): boolean => Math.abs(a - b) < SAME_MM;

/** The step most layers above the first have; null where there is none. */
export function usualStep(report: GcodeReport): number | null {
  const steps = stepsOf(report).filter((_, i) => !isFirst(report, i));
  let best: number | null = null;
  let most = 0;
  for (const step of new Set(steps.map((s) => Math.round(s / SAME_MM)))) {
    const n = steps.filter((s) => isSame(s, step * SAME_MM)).length;
    if (n > most) [most, best] = [n, step * SAME_MM];
  }
  return best;
}

/** Height of the highest row; null where there is none. Rows may be many: they are not spread into arguments. */
export const topOf = ({ layerRows }: GcodeReport): number | null =>
  layerRows.length === 0 ? null : layerRows.reduce((top, row) => Math.max(top, row.zMm), -Infinity);
/** First line of the row that was begun last. */
export const lastBegun = ({ layerRows }: GcodeReport): number =>
  layerRows.reduce((last, row) => Math.max(last, row.firstLine), 0);
