import type { Mesh } from './mesh.ts';

export interface Moments {
  /** Signed: below zero where the faces look inward. */
  readonly volume: number;
  readonly area: number;
  /** Centre of gravity of what the surface encloses; null where that has no volume. */
  readonly centre: readonly [number, number, number] | null;
}

/** Volume, area and centre of gravity by the divergence theorem, about a point near the mesh, so that a far-away mesh loses no digits. */
export function momentsOf({ xyz, corners }: Mesh, [ox, oy, oz]: readonly [number, number, number]): Moments {
  let six = 0;
  let double = 0;
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
    const ux = xyz[b]! - ox - ax;
    const uy = xyz[b + 1]! - oy - ay;
    const uz = xyz[b + 2]! - oz - az;
    const vx = xyz[c]! - ox - ax;
    const vy = xyz[c + 1]! - oy - ay;
    const vz = xyz[c + 2]! - oz - az;
    const nx = uy * vz - uz * vy;
    const ny = uz * vx - ux * vz;
    const nz = ux * vy - uy * vx;
    const tetrahedron = ax * nx + ay * ny + az * nz;
    six += tetrahedron;
    double += Math.sqrt(nx * nx + ny * ny + nz * nz);
    mx += tetrahedron * (3 * ax + ux + vx);
    my += tetrahedron * (3 * ay + uy + vy);
    mz += tetrahedron * (3 * az + uz + vz);
  }
  return {
    volume: six / 6,
    area: double / 2,
    centre: six === 0 ? null : [ox + mx / (4 * six), oy + my / (4 * six), oz + mz / (4 * six)],
  };
}
