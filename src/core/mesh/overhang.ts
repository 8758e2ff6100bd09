import type { Mesh } from './mesh.ts';
import type { Topology } from './topology.ts';

/** A connected patch of surface that leans further from the vertical than it may. */
export interface OverhangRegion {
  readonly areaMm2: number;
  /** Lean of its steepest face from the vertical: 0 is a wall, 90 a flat ceiling. */
  readonly steepestDeg: number;
  /** Its lowest point, and the middle of its area. */
  readonly zMm: number;
  readonly xMm: number;
  readonly yMm: number;
}

/** Lean of a downward face from the vertical, from its normal; programs that count from the plate say 90° less this. */
export const leanDeg = (normalZ: number): number => (Math.asin(Math.max(-1, Math.min(1, -normalZ))) * 180) / Math.PI;
export const fromPlateDeg = (lean: number): number => 90 - lean;

/** Patches that lean more than the given angle from the vertical and do not lie on the plate, the largest first. */
export function overhangsOf(
  { xyz, corners }: Mesh,
  { twins, isCollapsed }: Topology,
  beyondDeg: number,
  plateMm: number,
): OverhangRegion[] {
  const n = corners.length / 3;
  const area = new Float64Array(n);
  const lean = new Float64Array(n);
  const least = Math.sin((beyondDeg * Math.PI) / 180) + 1e-9;
  for (let t = 0; t < n; t++) {
    if (isCollapsed[t]) continue;
    const a = corners[3 * t]! * 3;
    const b = corners[3 * t + 1]! * 3;
    const c = corners[3 * t + 2]! * 3;
    const ux = xyz[b]! - xyz[a]!;
    const uy = xyz[b + 1]! - xyz[a + 1]!;
    const uz = xyz[b + 2]! - xyz[a + 2]!;
    const vx = xyz[c]! - xyz[a]!;
    const vy = xyz[c + 1]! - xyz[a + 1]!;
    const vz = xyz[c + 2]! - xyz[a + 2]!;
    const nx = uy * vz - uz * vy;
    const ny = uz * vx - ux * vz;
    const nz = ux * vy - uy * vx;
    const length = Math.sqrt(nx * nx + ny * ny + nz * nz);
    if (length === 0 || -nz / length <= least) continue;
    if (Math.max(xyz[a + 2]!, xyz[b + 2]!, xyz[c + 2]!) <= plateMm) continue;
    area[t] = length / 2;
    lean[t] = leanDeg(nz / length);
  }
  const seen = new Uint8Array(n);
  const regions: OverhangRegion[] = [];
  for (let first = 0; first < n; first++) {
    if (area[first] === 0 || seen[first]) continue;
    const stack = [first];
    seen[first] = 1;
    let sum = 0;
    let steepestDeg = 0;
    let zMm = Infinity;
    let x = 0;
    let y = 0;
    while (stack.length > 0) {
      const t = stack.pop()!;
      sum += area[t]!;
      if (lean[t]! > steepestDeg) steepestDeg = lean[t]!;
      for (let k = 0; k < 3; k++) {
        const v = corners[3 * t + k]! * 3;
        x += (area[t]! * xyz[v]!) / 3;
        y += (area[t]! * xyz[v + 1]!) / 3;
        if (xyz[v + 2]! < zMm) zMm = xyz[v + 2]!;
        const twin = twins[3 * t + k]!;
        const other = (twin / 3) | 0;
        if (twin >= 0 && area[other]! > 0 && !seen[other]) {
          seen[other] = 1;
          stack.push(other);
        }
      }
    }
    regions.push({ areaMm2: sum, steepestDeg, zMm, xMm: x / sum, yMm: y / sum });
  }
  return regions.sort((p, q) => q.areaMm2 - p.areaMm2);
}
