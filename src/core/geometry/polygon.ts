import earcut from 'earcut';

/** Triangles of a polygon in space, as corners of its boundary and wound as the boundary is. What is convex is fanned from its first corner;
 *  else ears are cut in the plane it lies closest to, and no corner of the boundary is left out: its neighbours meet it there.
 *  Empty where the boundary winds round nothing. */
export function trianglesOf(xyz: Float64Array, boundary: ArrayLike<number>): number[] {
  const count = boundary.length;
  if (count < 3) return [];
  if (count === 3) return [boundary[0]!, boundary[1]!, boundary[2]!];
  const flat = flattened(xyz, boundary);
  if (!flat) return [];
  if (isConvex(flat)) return fan(boundary);
  const cut = earcut(flat);
  if (cut.length === 0) return [];
  const wound: number[] = [];
  for (let i = 0; i < cut.length; i += 3) {
    const [a, b, c] = [cut[i]!, cut[i + 1]!, cut[i + 2]!];
    wound.push(...(turnAt(flat, a, b, c) >= 0 ? [a, b, c] : [a, c, b]));
  }
  return withEveryCorner(wound, count).map((i) => boundary[i]!);
}

/** Triangles from the first corner of a boundary to each of its sides. */
export function fan(boundary: ArrayLike<number>): number[] {
  const out: number[] = [];
  for (let k = 2; k < boundary.length; k++) out.push(boundary[0]!, boundary[k - 1]!, boundary[k]!);
  return out;
}

/** The boundary in the plane it lies closest to, against the clock; null where it has no such plane. The axis it looks along most is
 *  dropped: Newell's normal. Source: Sutherland, Sproull and Schumacker, ACM Computing Surveys 6 (1974) 1. */
function flattened(xyz: Float64Array, boundary: ArrayLike<number>): number[] | null {
  const normal = [0, 0, 0];
  for (let i = 0, k = boundary.length - 1; i < boundary.length; k = i++) {
    const [a, b] = [boundary[k]! * 3, boundary[i]! * 3];
    for (let d = 0; d < 3; d++) {
      const [e, f] = [(d + 1) % 3, (d + 2) % 3];
      normal[d]! += (xyz[a + e]! - xyz[b + e]!) * (xyz[a + f]! + xyz[b + f]!);
    }
  }
  if (!(Math.hypot(...normal) > 0)) return null;
  const axis = [1, 2].reduce((best, d) => (Math.abs(normal[d]!) > Math.abs(normal[best]!) ? d : best), 0);
  const turn = normal[axis]! < 0 ? -1 : 1;
  const flat: number[] = [];
  for (let i = 0; i < boundary.length; i++)
    flat.push(turn * xyz[boundary[i]! * 3 + ((axis + 1) % 3)]!, xyz[boundary[i]! * 3 + ((axis + 2) % 3)]!);
  return flat;
}

const turnAt = (flat: readonly number[], a: number, b: number, c: number): number =>
  (flat[2 * b]! - flat[2 * a]!) * (flat[2 * c + 1]! - flat[2 * a + 1]!) -
  (flat[2 * b + 1]! - flat[2 * a + 1]!) * (flat[2 * c]! - flat[2 * a]!);

/** Whether a fan from its first corner covers it once: every triangle of the fan turns the same way, and no corner turns back. */
function isConvex(flat: readonly number[]): boolean {
  const n = flat.length / 2;
  for (let k = 0; k < n; k++) if (turnAt(flat, k, (k + 1) % n, (k + 2) % n) < 0) return false;
  for (let k = 2; k < n; k++) if (turnAt(flat, 0, k - 1, k) < 0) return false;
  return true;
}

/** Cutting ears leaves out corners in the middle of a straight side; the triangle on that side is divided there again. */
function withEveryCorner(triangles: number[], count: number): number[] {
  const used = new Uint8Array(count);
  for (const i of triangles) used[i] = 1;
  const first = used.indexOf(1);
  const out = triangles;
  for (let i = 0; i < count; i++) {
    const from = (first + i) % count;
    const next = (from + 1) % count;
    if (!used[from] || used[next]) continue;
    const between: number[] = [];
    let to = next;
    while (!used[to]) {
      between.push(to);
      to = (to + 1) % count;
    }
    divideAt(out, from, to, between);
  }
  return out;
}
function divideAt(triangles: number[], from: number, to: number, between: readonly number[]): void {
  for (let t = 0; t < triangles.length; t += 3)
    for (let k = 0; k < 3; k++)
      if (triangles[t + k] === from && triangles[t + ((k + 1) % 3)] === to) {
        const third = triangles[t + ((k + 2) % 3)]!;
        triangles[t + ((k + 1) % 3)] = between[0]!;
        between.forEach((corner, i) => triangles.push(corner, between[i + 1] ?? to, third));
        return;
      }
}
