/** Surface of a gyroid in a cube of edge 1 (A. H. Schoen, Infinite periodic minimal surfaces without self-intersections, NASA TN D-5541,
 *  1970: 3.0915 cell²), and the length of its line in a level cut for each area, averaged over height: π/4 of it. */
const SURFACE_PER_CELL = 3.0915;
const LINE_PER_AREA = (Math.PI / 4) * SURFACE_PER_CELL;

/** Edge of the cell whose lines lie, on average, as densely as parallel lines so far apart. */
export const gyroidCellMm = (stepMm: number): number => LINE_PER_AREA * stepMm;

const PIECES_PER_CELL = 24;

/** Wavy lines of a gyroid at a height, over a box: sin x cos y + sin y cos z + sin z cos x = 0, solved for the one of x and y in which
 *  every line runs on without turning back. Each as x and y by turns. */
export function gyroidLines(
  box: readonly [x0: number, x1: number, y0: number, y1: number],
  zMm: number,
  cellMm: number,
): number[][] {
  const k = (2 * Math.PI) / cellMm;
  const [sinZ, cosZ] = [Math.sin(k * zMm), Math.cos(k * zMm)];
  // where |cos z| is the larger, y is a function of x; else x one of y, by the same form
  const isAlongX = Math.abs(cosZ) >= Math.abs(sinZ);
  const [a0, a1, b0, b1] = isAlongX ? box : ([box[2], box[3], box[0], box[1]] as const);
  const step = cellMm / PIECES_PER_CELL;
  const across = (a: number, side: 1 | -1): number => {
    const [sinA, cosA] = [Math.sin(k * a), Math.cos(k * a)];
    // p·cos b + q·sin b = c, where q along x, or p along y, is never nought: the turn below never jumps
    const [p, q, c] = isAlongX ? [sinA, cosZ, -sinZ * cosA] : [sinZ, cosA, -cosZ * sinA];
    const turn = isAlongX || p > 0 ? Math.atan2(q, p) : Math.atan2(-q, -p) + Math.PI;
    return (turn + side * Math.acos(Math.max(-1, Math.min(1, c / Math.hypot(p, q))))) / k;
  };
  const out: number[][] = [];
  for (const side of [1, -1] as const)
    for (let n = Math.floor(b0 / cellMm) - 2; n <= Math.ceil(b1 / cellMm) + 2; n++) {
      const line: number[] = [];
      let isNear = false;
      for (let i = 0; ; i++) {
        const a = Math.min(a1, a0 + i * step);
        const b = across(a, side) + n * cellMm;
        if (b >= b0 && b <= b1) isNear = true;
        if (isAlongX) line.push(a, b);
        else line.push(b, a);
        if (a >= a1) break;
      }
      if (isNear) out.push(line);
    }
  return out;
}
