import { partOfSolids, type Solid } from '../../../core/mesh/solid.ts';
import type { MeshPart } from '../../../core/mesh/mesh.ts';
import type { PlateProgram } from '../../../core/resin/plate.ts';
import { kindOf } from '../kinds/index.ts';
import type { Trial } from './rows.ts';

/** The body a trial prints, for whoever wants to print it elsewhere; null where it has none. */
export function solidOf(row: Trial): MeshPart | null {
  const solids = solidsOf(row);
  return solids.length === 0 ? null : partOfSolids(`${kindOf(row.kind).label} coupon`, solids);
}
const solidsOf = (row: Trial): readonly Solid[] =>
  kindOf(row.kind).technology === 'resin'
    ? row.gcode === ''
      ? []
      : (JSON.parse(row.gcode) as PlateProgram).fields.flatMap((f) => f.solids)
    : (row.plan.solids ?? []);
