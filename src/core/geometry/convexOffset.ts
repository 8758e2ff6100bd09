/** A convex outline, against the clock, moved outward by so much (inward below zero) with sharp corners: every side moves along its normal,
 *  and none may vanish. Null where the outline is not convex, a side would vanish, or a corner is too sharp to stay one: the general
 *  way is asked then. */
export function convexOffset(ring: Float64Array, byMm: number, leastCos: number): Float64Array | null {
  const n = ring.length;
  if (n < 6) return null;
  const out = new Float64Array(n);
  let [px, py] = [ring[n - 2]!, ring[n - 1]!];
  let [ex, ey] = [px - ring[n - 4]!, py - ring[n - 3]!];
  let length = Math.sqrt(ex * ex + ey * ey);
  if (!(length > 0)) return null;
  [ex, ey] = [ex / length, ey / length];
  for (let i = 0; i < n; i += 2) {
    const [x, y] = [ring[i]!, ring[i + 1]!];
    let [fx, fy] = [x - px, y - py];
    length = Math.sqrt(fx * fx + fy * fy);
    if (!(length > 0)) return null;
    [fx, fy] = [fx / length, fy / length];
    const cos = ex * fx + ey * fy;
    if (ex * fy - ey * fx < 0 || cos <= leastCos) return null;
    // the corner lies where the two moved sides meet; outward is to the right of the way
    const k = byMm / (1 + cos);
    const at = i === 0 ? n - 2 : i - 2;
    out[at] = px + k * (ey + fy);
    out[at + 1] = py - k * (ex + fx);
    [px, py, ex, ey] = [x, y, fx, fy];
  }
  return keepsItsSides(ring, out) ? out : null;
}

/** Whether every side still points the way it did. */
function keepsItsSides(before: Float64Array, after: Float64Array): boolean {
  const n = before.length;
  for (let i = 0, k = n - 2; i < n; k = i, i += 2) {
    const [x, y] = [before[i]! - before[k]!, before[i + 1]! - before[k + 1]!];
    if (x * (after[i]! - after[k]!) + y * (after[i + 1]! - after[k + 1]!) <= 0) return false;
  }
  return true;
}
