import type { Mesh } from '../mesh/mesh.ts';
import { joined } from '../mesh/mesh.ts';
import { fail, succeed, type Result } from '../result/result.ts';
import { drillOf, pierce, Probe, type Drain, type Pierced } from './drains.ts';
import type { Added } from './meshLayers.ts';
import type { Supports } from './supports.ts';

/** What somebody adds to parts as they stand on a resin printer's plate. Places are those of the plate: whoever turns or moves a part
 *  prepares it anew. */
export interface Prepared {
  /** How high parts stand above the plate. */
  readonly raiseMm: number;
  readonly drains: readonly Drain[];
  readonly supports: Supports | null;
}
export const NOT_PREPARED: Prepared = { raiseMm: 0, drains: [], supports: null };

/** A mesh so much higher. */
export const liftedBy = (mesh: Mesh, byMm: number): Mesh =>
  byMm === 0 ? mesh : { xyz: mesh.xyz.map((v, i) => (i % 3 === 2 ? v + byMm : v)), corners: mesh.corners };

/** What each hole pierces; the first that pierces nothing is refused. */
export function piercedBy(mesh: Mesh, drains: readonly Drain[]): Result<readonly Pierced[]> {
  if (drains.length === 0) return succeed([]);
  const probe = new Probe(mesh);
  const out: Pierced[] = [];
  for (const [i, drain] of drains.entries()) {
    const pierced = pierce(probe, drain);
    if (!pierced.ok) return fail({ ...pierced.failure, where: `hole ${i + 1}, ${pierced.failure.where}` });
    out.push(pierced.value);
  }
  return succeed(out);
}
/** Solids for the layers, of parts that stand raised. */
export const addedTo = ({ drains, supports }: Prepared, pierced: readonly Pierced[]): Added => ({
  supports,
  drills: drains.length > 0 ? joined(drains.map((d, i) => drillOf(d, pierced[i]!.lengthMm))) : null,
});
