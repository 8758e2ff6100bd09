import type { Mesh } from './mesh.ts';

/** A box between two corners, twelve triangles. */
export function boxMesh(min: readonly [number, number, number], max: readonly [number, number, number]): Mesh {
  const xyz = new Float64Array(24);
  for (let i = 0; i < 8; i++)
    for (let axis = 0; axis < 3; axis++) xyz[3 * i + axis] = ((i >> axis) & 1) === 1 ? max[axis]! : min[axis]!;
  // prettier-ignore
  const corners = Uint32Array.from([
    0, 2, 3, 0, 3, 1,  4, 5, 7, 4, 7, 6,  0, 1, 5, 0, 5, 4,
    2, 6, 7, 2, 7, 3,  0, 4, 6, 0, 6, 2,  1, 3, 7, 1, 7, 5,
  ]);
  return { xyz, corners };
}

/** What a profile of radius over height sweeps when turned round the vertical through a place; a radius of 0 closes it. */
export function turnedMesh(
  profile: readonly (readonly [radiusMm: number, zMm: number])[],
  sides: number,
  [cx, cy]: readonly [number, number] = [0, 0],
): Mesh {
  const xyz: number[] = [];
  const corners: number[] = [];
  const rings = profile.map(([r, z]) => {
    const from = xyz.length / 3;
    for (let k = 0; k < (r === 0 ? 1 : sides); k++) {
      const a = (2 * Math.PI * k) / sides;
      xyz.push(cx + r * Math.cos(a), cy + r * Math.sin(a), z);
    }
    return { from, isPoint: r === 0 };
  });
  const cap = (ring: { from: number; isPoint: boolean }, isLower: boolean): void => {
    if (ring.isPoint) return;
    for (let k = 1; k + 1 < sides; k++)
      corners.push(ring.from, ring.from + (isLower ? k + 1 : k), ring.from + (isLower ? k : k + 1));
  };
  cap(rings[0]!, true);
  for (let i = 1; i < rings.length; i++) {
    const below = rings[i - 1]!;
    const above = rings[i]!;
    for (let k = 0; k < sides; k++) {
      const next = (k + 1) % sides;
      const [a, b] = [below.from + (below.isPoint ? 0 : k), below.from + (below.isPoint ? 0 : next)];
      const [c, d] = [above.from + (above.isPoint ? 0 : k), above.from + (above.isPoint ? 0 : next)];
      if (!below.isPoint) corners.push(a, b, d);
      if (!above.isPoint) corners.push(a, d, c);
    }
  }
  cap(rings[rings.length - 1]!, false);
  return { xyz: Float64Array.from(xyz), corners: Uint32Array.from(corners) };
}
export const cylinderMesh = (
  radiusMm: number,
  fromMm: number,
  toMm: number,
  sides: number,
  centre?: readonly [number, number],
): Mesh =>
  turnedMesh(
    [
      [radiusMm, fromMm],
      [radiusMm, toMm],
    ],
    sides,
    centre,
  );
export function sphereMesh(radiusMm: number, sides: number, centreZMm = 0): Mesh {
  const rows = Math.max(2, sides >> 1);
  return turnedMesh(
    Array.from({ length: rows + 1 }, (_, i) => {
      const a = (Math.PI * i) / rows;
      return [i === 0 || i === rows ? 0 : radiusMm * Math.sin(a), centreZMm - radiusMm * Math.cos(a)] as const;
    }),
    sides,
  );
}
