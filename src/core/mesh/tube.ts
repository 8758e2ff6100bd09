import type { Mesh } from './mesh.ts';

type Point = readonly [number, number, number];

/** A closed body between two rings of as many points, each against the clock seen from the high end, with the middle of each. */
export function meshBetween(low: readonly Point[], lowMiddle: Point, high: readonly Point[], highMiddle: Point): Mesh {
  const n = low.length;
  const corners: number[] = [];
  const [lowAt, ring, highAt] = [n, n + 1, 2 * n + 1];
  for (let k = 0; k < n; k++) {
    const next = (k + 1) % n;
    corners.push(lowAt, next, k, highAt, ring + k, ring + next);
    corners.push(k, next, ring + next, k, ring + next, ring + k);
  }
  return {
    xyz: Float64Array.from([...low, lowMiddle, ...high, highMiddle].flat()),
    corners: Uint32Array.from(corners),
  };
}
