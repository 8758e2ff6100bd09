import type { GcodeReport } from '../../../core/gcode/report.ts';
import type { CheckContext } from '../context.ts';

type Pair = readonly [number, number];

/** The box round what a program lays, counted as a mesh is from the front left corner of the travel: the program counts from the machine's own
 *  zero. */
export function boxOnPlate(
  { boundsMm: box }: GcodeReport,
  { machine: { lowestMm = [0, 0] } }: CheckContext,
): { readonly min: Pair; readonly max: Pair } | null {
  if (!box) return null;
  const on = (corner: readonly number[]): Pair => [corner[0]! - lowestMm[0], corner[1]! - lowestMm[1]];
  return { min: on(box.min), max: on(box.max) };
}
