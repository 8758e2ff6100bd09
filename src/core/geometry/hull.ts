import { areaMm2, intersection, type Point, type Region } from './clip.ts';

/** Corners of the convex hull against the clock. Source: A. Andrew, Inf. Process. Lett. 9 (1979) 216. */
export function convexHull(points: readonly (readonly [number, number])[]): (readonly [number, number])[] {
  const sorted = [...points].sort((a, b) => a[0] - b[0] || a[1] - b[1]);
  if (sorted.length < 3) return sorted;
  const half = (list: readonly (readonly [number, number])[]): (readonly [number, number])[] => {
    const out: (readonly [number, number])[] = [];
    for (const p of list) {
      while (out.length >= 2 && turn(out[out.length - 2]!, out[out.length - 1]!, p) <= 0) out.pop();
      out.push(p);
    }
    out.pop();
    return out;
  };
  return [...half(sorted), ...half([...sorted].reverse())];
}
const turn = (a: readonly [number, number], b: readonly [number, number], c: readonly [number, number]): number =>
  (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]);

/** How far a place lies inside the hull of a region, mm; below zero outside, null where the region has no area. */
export function insideHullMm(region: Region, x: number, y: number): number | null {
  const points: (readonly [number, number])[] = [];
  for (const ring of region) for (let i = 0; i < ring.length; i += 2) points.push([ring[i]!, ring[i + 1]!]);
  const hull = convexHull(points);
  if (hull.length < 3) return null;
  let least = Infinity;
  hull.forEach((a, i) => {
    const b = hull[(i + 1) % hull.length]!;
    least = Math.min(least, turn(a, b, [x, y]) / Math.hypot(b[0] - a[0], b[1] - a[1]));
  });
  return least;
}

/** Corners of the hull of all vertices seen from above. Points inside an octagon of extreme ones are left out first: of a large mesh
 *  few remain (S. Akl and G. Toussaint, Inf. Process. Lett. 7 (1978) 219). */
export function planHull(xyz: Float64Array): (readonly [number, number])[] {
  const DIRECTIONS = 8;
  const dirs = Array.from({ length: DIRECTIONS }, (_, k) => [
    Math.cos((2 * Math.PI * k) / DIRECTIONS),
    Math.sin((2 * Math.PI * k) / DIRECTIONS),
  ]);
  const most = new Float64Array(DIRECTIONS).fill(-Infinity);
  const at = new Int32Array(DIRECTIONS);
  for (let i = 0; i < xyz.length; i += 3)
    for (let k = 0; k < DIRECTIONS; k++) {
      const reach = dirs[k]![0]! * xyz[i]! + dirs[k]![1]! * xyz[i + 1]!;
      if (reach > most[k]!) {
        most[k] = reach;
        at[k] = i;
      }
    }
  const octagon = [...at].map((i) => [xyz[i]!, xyz[i + 1]!] as const);
  const kept: (readonly [number, number])[] = [...octagon];
  for (let i = 0; i < xyz.length; i += 3) {
    const p = [xyz[i]!, xyz[i + 1]!] as const;
    let isInside = true;
    for (let k = 0; k < DIRECTIONS && isInside; k++) {
      const a = octagon[k]!;
      const b = octagon[(k + 1) % DIRECTIONS]!;
      if (a[0] === b[0] && a[1] === b[1]) continue;
      if (turn(a, b, p) <= 0) isInside = false;
    }
    if (!isInside) kept.push(p);
  }
  return convexHull(kept);
}

/** Width and depth of a hull turned against the clock by an angle, degrees. */
export function sizeTurned(hull: readonly (readonly [number, number])[], deg: number): readonly [number, number] {
  const [c, s] = [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)];
  let [x0, x1, y0, y1] = [Infinity, -Infinity, Infinity, -Infinity];
  for (const [x, y] of hull) {
    const u = c * x - s * y;
    const v = s * x + c * y;
    x0 = Math.min(x0, u);
    x1 = Math.max(x1, u);
    y0 = Math.min(y0, v);
    y1 = Math.max(y1, v);
  }
  return [x1 - x0, y1 - y0];
}

/** The turn by which a hull fits a rectangle: none, a quarter, or the least one in whole degrees either way; null where none does. */
export function turnThatFits(
  hull: readonly (readonly [number, number])[],
  widthMm: number,
  depthMm: number,
): number | null {
  const between = Array.from({ length: 89 }, (_, i) => [i + 1, -i - 1]).flat();
  for (const deg of [0, 90, ...between]) {
    const [w, d] = sizeTurned(hull, deg);
    if (w <= widthMm + 1e-9 && d <= depthMm + 1e-9) return deg;
  }
  return null;
}

/** Least distance between two convex outlines; 0 where they touch or overlap. */
export function hullGapMm(a: readonly Point[], b: readonly Point[]): number {
  const region = (h: readonly Point[]): Region => [Float64Array.from(h.flat())];
  if (areaMm2(intersection(region(a), region(b))) > 0) return 0;
  return Math.min(leastToSides(a, b), leastToSides(b, a));
}
function leastToSides(points: readonly Point[], hull: readonly Point[]): number {
  let least = Infinity;
  for (const [x, y] of points)
    for (const [i, [ax, ay]] of hull.entries()) {
      const [bx, by] = hull[(i + 1) % hull.length]!;
      const [dx, dy] = [bx - ax, by - ay];
      const t = Math.max(0, Math.min(1, ((x - ax) * dx + (y - ay) * dy) / Math.max(1e-12, dx * dx + dy * dy)));
      least = Math.min(least, Math.hypot(x - ax - t * dx, y - ay - t * dy));
    }
  return least;
}
