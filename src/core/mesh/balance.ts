import type { Mesh } from './mesh.ts';

/** Volume and centre of gravity of a closed body, by the divergence theorem. */
export function centreOfGravity({ xyz, corners }: Mesh): readonly [number, number, number] | null {
  const [ox, oy, oz] = [xyz[0] ?? 0, xyz[1] ?? 0, xyz[2] ?? 0];
  let volume = 0;
  let mx = 0;
  let my = 0;
  let mz = 0;
  for (let i = 0; i < corners.length; i += 3) {
    const a = corners[i]! * 3;
    const b = corners[i + 1]! * 3;
    const c = corners[i + 2]! * 3;
    const ax = xyz[a]! - ox;
    const ay = xyz[a + 1]! - oy;
    const az = xyz[a + 2]! - oz;
    const bx = xyz[b]! - ox;
    const by = xyz[b + 1]! - oy;
    const bz = xyz[b + 2]! - oz;
    const cx = xyz[c]! - ox;
    const cy = xyz[c + 1]! - oy;
    const cz = xyz[c + 2]! - oz;
    const six = ax * (by * cz - bz * cy) + ay * (bz * cx - bx * cz) + az * (bx * cy - by * cx);
    volume += six;
    mx += six * (ax + bx + cx);
    my += six * (ay + by + cy);
    mz += six * (az + bz + cz);
  }
  return volume === 0 ? null : [ox + mx / (4 * volume), oy + my / (4 * volume), oz + mz / (4 * volume)];
}
