import { boundsOf, type Mesh } from './mesh.ts';

/** How a part stands on the plate: turned about X, then Y, then Z (degrees, against the clock seen from the axis' end), scaled, then
 *  set down with the middle of its footprint at a place, mm. */
export interface Placement {
  readonly turnDeg: readonly [number, number, number];
  readonly scale: readonly [number, number, number];
  readonly xMm: number;
  readonly yMm: number;
}
export const asDrawn = (xMm: number, yMm: number): Placement => ({ turnDeg: [0, 0, 0], scale: [1, 1, 1], xMm, yMm });

/** A turn as text, to know it again by. */
export const turnText = (turnDeg: Placement['turnDeg']): string => turnDeg.join(' ');

/** Sines and cosines that are exact for quarter turns, so that a turned cube has the bounds of a cube. */
function sinCos(deg: number): readonly [number, number] {
  const turn = ((deg % 360) + 360) % 360;
  if (turn % 90 === 0) return [[0, 1, 0, -1][turn / 90]!, [1, 0, -1, 0][turn / 90]!];
  const a = (turn * Math.PI) / 180;
  return [Math.sin(a), Math.cos(a)];
}

/** Rows of the turn about X, then Y, then Z. */
export function turnMatrix([x, y, z]: readonly [number, number, number]): readonly number[] {
  const [sx, cx] = sinCos(x);
  const [sy, cy] = sinCos(y);
  const [sz, cz] = sinCos(z);
  return [
    cz * cy,
    cz * sy * sx - sz * cx,
    cz * sy * cx + sz * sx,
    sz * cy,
    sz * sy * sx + cz * cx,
    sz * sy * cx - cz * sx,
    -sy,
    cy * sx,
    cy * cx,
  ];
}

/** The mesh as it stands on the plate, its lowest point at height 0. */
export function placed(mesh: Mesh, { turnDeg, scale, xMm, yMm }: Placement): Mesh {
  const m = turnMatrix(turnDeg);
  const { xyz } = mesh;
  const out = new Float64Array(xyz.length);
  for (let i = 0; i < xyz.length; i += 3) {
    const x = xyz[i]! * scale[0];
    const y = xyz[i + 1]! * scale[1];
    const z = xyz[i + 2]! * scale[2];
    out[i] = m[0]! * x + m[1]! * y + m[2]! * z;
    out[i + 1] = m[3]! * x + m[4]! * y + m[5]! * z;
    out[i + 2] = m[6]! * x + m[7]! * y + m[8]! * z;
  }
  const turned = { xyz: out, corners: mesh.corners };
  const { min, max } = boundsOf(turned);
  const [dx, dy, dz] = [xMm - (min[0] + max[0]) / 2, yMm - (min[1] + max[1]) / 2, -min[2]];
  for (let i = 0; i < out.length; i += 3) {
    out[i]! += dx;
    out[i + 1]! += dy;
    out[i + 2]! += dz;
  }
  return turned;
}
