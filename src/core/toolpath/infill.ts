import type { Region } from '../geometry/clip.ts';

/** A straight piece: x0 y0 x1 y1, mm. */
export type Piece = readonly [number, number, number, number];

/** Parallel lines that fill a region, so many millimetres apart, turned by an angle (radians from X), row by row to and fro. The rows
 *  lie on one grid whatever the region, so that layers of the same angle stand on each other. Crossings are counted even–odd: the
 *  region's outlines must not cross. */
export function fillLines(region: Region, stepMm: number, angle: number): Piece[] {
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  const rows = new Map<number, number[]>();
  for (const ring of region) {
    const n = ring.length;
    for (let i = 0, k = n - 2; i < n; k = i, i += 2) {
      // turned back, so that rows are level
      const ax = ring[k]! * cos + ring[k + 1]! * sin;
      const ay = (-ring[k]! * sin + ring[k + 1]! * cos) / stepMm - 0.5;
      const bx = ring[i]! * cos + ring[i + 1]! * sin;
      const by = (-ring[i]! * sin + ring[i + 1]! * cos) / stepMm - 0.5;
      if (ay === by) continue;
      const from = Math.ceil(Math.min(ay, by));
      const to = Math.max(ay, by); // a vertex on a row counts once: upper ends do not
      for (let row = from; row < to; row++) {
        const x = ax + ((row - ay) / (by - ay)) * (bx - ax);
        const list = rows.get(row);
        if (list) list.push(x);
        else rows.set(row, [x]);
      }
    }
  }
  const out: Piece[] = [];
  let isForth = true;
  for (const row of [...rows.keys()].sort((a, b) => a - b)) {
    const xs = rows.get(row)!.sort((a, b) => a - b);
    const y = (row + 0.5) * stepMm;
    const pieces: Piece[] = [];
    for (let i = 0; i + 1 < xs.length; i += 2) {
      const at = (x: number): readonly [number, number] => [x * cos - y * sin, x * sin + y * cos];
      const [p, q] = isForth ? [at(xs[i]!), at(xs[i + 1]!)] : [at(xs[i + 1]!), at(xs[i]!)];
      if (xs[i + 1]! > xs[i]!) pieces.push([...p, ...q]);
    }
    out.push(...(isForth ? pieces : pieces.reverse()));
    isForth = !isForth;
  }
  return out;
}
