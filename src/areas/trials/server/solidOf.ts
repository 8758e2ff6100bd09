import { partOfSolids, type Solid } from '../../../core/mesh/solid.ts';
import type { MeshPart } from '../../../core/mesh/mesh.ts';
import type { PlateProgram } from '../../../core/resin/plate.ts';
import { platesOf } from '../model/plates.ts';
import { kindOf } from '../kinds/index.ts';
import type { Trial } from './rows.ts';

/** The body a trial prints, for whoever wants to print it elsewhere; null where it has none. */
export function solidOf(row: Trial): MeshPart | null {
  const solids = solidsOf(row);
  return solids.length === 0 ? null : partOfSolids(`${kindOf(row.kind).label} coupon`, solids);
}
const solidsOf = (row: Trial): readonly Solid[] =>
  kindOf(row.kind).technology === 'resin' ? sideBySide(platesOf(row.gcode)) : (row.plan.solids ?? []);

const APART_MM = 3;
/** Solids of several plates beside each other, from left to right: each was made for the middle of the screen. */
function sideBySide(plates: readonly PlateProgram[]): Solid[] {
  let left = 0;
  return plates.flatMap((p, i) => {
    const solids = p.fields.flatMap((f) => f.solids);
    if (plates.length === 1) return solids;
    const from = Math.min(...solids.map((s) => s.x - s.w / 2));
    const move = (i === 0 ? 0 : left) - from;
    left = Math.max(...solids.map((s) => s.x + s.w / 2)) + move + APART_MM;
    return solids.map((s) => ({ ...s, x: s.x + move }));
  });
}
