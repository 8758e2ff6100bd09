import { MESH_UNITS, type Bounds, type MeshUnit } from './mesh.ts';

/** Sizes a printed part has, mm: below the first nothing prints, above the second nothing fits. Common practice, no source. */
const SMALLEST_MM = 2;
const LARGEST_MM = 1000;
/** Units an STL or OBJ is asked about, the likelier first. */
const ASKED: readonly MeshUnit[] = ['mm', 'in', 'cm', 'm'];

export interface UnitReading {
  readonly unit: MeshUnit;
  readonly sizeMm: readonly [number, number, number];
  /** Whether the part would have a size that parts have. */
  readonly isPlausible: boolean;
}

/** How large a part without a unit would be in each, the likelier first; its bounds were taken in `unit`. */
export function unitReadings({ min, max }: Bounds, taken: MeshUnit = 'mm'): UnitReading[] {
  return ASKED.map((unit) => {
    const f = MESH_UNITS[unit] / MESH_UNITS[taken];
    const sizeMm = [(max[0] - min[0]) * f, (max[1] - min[1]) * f, (max[2] - min[2]) * f] as const;
    const reach = Math.max(...sizeMm);
    return { unit, sizeMm, isPlausible: reach >= SMALLEST_MM && reach <= LARGEST_MM };
  });
}
const largest = (r: UnitReading): number => Math.max(...r.sizeMm);
/** Largest a part is of which, drawn in inches, more are met than of the same figures in millimetres. Common practice, no source. */
const USUAL_TO_MM = 300;

/** What speaks against millimetres: that no part has that size while it has in another unit; or that parts are seldom so small,
 *  and in inches they are of a usual size. */
export function unitDoubt(readings: readonly UnitReading[]): 'impossible' | 'unusual' | null {
  const mm = readings.find((r) => r.unit === 'mm');
  if (!mm) return null;
  if (!mm.isPlausible) return readings.some((r) => r.isPlausible) ? 'impossible' : null;
  const inches = readings.find((r) => r.unit === 'in')!;
  return largest(inches) <= USUAL_TO_MM ? 'unusual' : null;
}
