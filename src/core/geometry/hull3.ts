import { Vector3 } from 'three';
import { ConvexHull } from 'three/examples/jsm/math/ConvexHull.js';

/** A flat face of a convex hull: its outward normal and area. */
export interface HullFace {
  readonly normal: readonly [number, number, number];
  readonly areaMm2: number;
}
/** Hull faces whose normals differ by less than this lie in one plane: a surface in 32-bit figures is never quite flat. */
const SAME_PLANE_COS = Math.cos((0.3 * Math.PI) / 180);
/** Above so many points only those count that lie furthest out in one of many directions. */
const MOST_POINTS = 4000;
const DIRECTIONS = 1500;

/** Flat faces of the convex hull of points, the largest first: what a body can rest on. None where the points lie in a plane. */
export function hullFaces(xyz: Float64Array): HullFace[] {
  const points = outermost(xyz);
  if (points.length < 4) return [];
  const hull = new ConvexHull().setFromPoints(points);
  const faces: { readonly normal: readonly [number, number, number]; areaMm2: number }[] = [];
  for (const { normal: n, area } of hull.faces) {
    if (!(area > 0)) continue;
    const same = faces.find(({ normal: [x, y, z] }) => x * n.x + y * n.y + z * n.z > SAME_PLANE_COS);
    if (same) same.areaMm2 += area;
    else faces.push({ normal: [n.x, n.y, n.z], areaMm2: area });
  }
  return faces.sort((a, b) => b.areaMm2 - a.areaMm2);
}

/** Directions spread evenly over a ball (a Fibonacci lattice). */
export function evenDirections(count: number): (readonly [number, number, number])[] {
  const golden = Math.PI * (3 - Math.sqrt(5));
  return Array.from({ length: count }, (_, i) => {
    const z = 1 - (2 * i + 1) / count;
    const r = Math.sqrt(1 - z * z);
    return [r * Math.cos(golden * i), r * Math.sin(golden * i), z] as const;
  });
}

function outermost(xyz: Float64Array): Vector3[] {
  const n = xyz.length / 3;
  const at = (i: number): Vector3 => new Vector3(xyz[3 * i], xyz[3 * i + 1], xyz[3 * i + 2]);
  if (n <= MOST_POINTS) return Array.from({ length: n }, (_, i) => at(i));
  const kept = new Set<number>();
  for (const [dx, dy, dz] of evenDirections(DIRECTIONS)) {
    let best = 0;
    let most = -Infinity;
    for (let i = 0; i < n; i++) {
      const out = dx * xyz[3 * i]! + dy * xyz[3 * i + 1]! + dz * xyz[3 * i + 2]!;
      if (out > most) [most, best] = [out, i];
    }
    kept.add(best);
  }
  return [...kept].map(at);
}
