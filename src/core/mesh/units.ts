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
    const largest = Math.max(...sizeMm);
    return { unit, sizeMm, isPlausible: largest >= SMALLEST_MM && largest <= LARGEST_MM };
  });
}
/** Whether somebody must be asked: in millimetres the part has no size that parts have, and in another unit it has. */
export const mustAskUnit = (readings: readonly UnitReading[]): boolean =>
  !readings.find((r) => r.unit === 'mm')!.isPlausible && readings.some((r) => r.isPlausible);
