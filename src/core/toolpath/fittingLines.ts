import { areaMm2, difference, intersection, offset, ringAreaMm2, type Region, type Ring } from '../geometry/clip.ts';

/** A line along a wall too thin for a row of loops, and how wide each of its pieces is. */
export interface FittingLine {
  readonly points: readonly number[];
  readonly widthsMm: readonly number[];
}
interface ThinWalls {
  /** What is left for rows of loops. */
  readonly rest: Region;
  readonly lines: readonly FittingLine[];
}

const STEP_WIDTHS = 0.75;
/** A wall thinner than so much of a line is not laid: a nozzle cannot lay it. Common practice, no source. */
const LEAST_WIDTHS = 0.5;
/** One line fills a wall of so many lines, two beside each other fill a thicker one. */
const ONE_WIDTHS = 1.5;

/** The thinnest wall that a line is laid into. */
export const leastWallMm = (lineMm: number, heightMm: number): number => Math.max(LEAST_WIDTHS * lineMm, heightMm);

/** Whether a region may hold walls too thin to be shrunk by so much: it lost more than its outline says (Steiner's formula). */
export function mayBeThin(region: Region, shrunk: Region, byMm: number): boolean {
  let expected = areaMm2(region);
  for (const ring of region) {
    const n = ring.length;
    for (let i = 0; i < n; i += 2) {
      const [ax, ay] = [ring[i]! - ring[(i + n - 2) % n]!, ring[i + 1]! - ring[(i + n - 1) % n]!];
      const [bx, by] = [ring[(i + 2) % n]! - ring[i]!, ring[(i + 3) % n]! - ring[i + 1]!];
      const turn = Math.atan2(ax * by - ay * bx, ax * bx + ay * by);
      expected += byMm * byMm * Math.tan(Math.max(-1.4, Math.min(1.4, turn / 2))) - byMm * Math.hypot(bx, by);
    }
  }
  return areaMm2(shrunk) - expected > byMm * byMm * 0.5;
}

/** Walls thinner than so much, each as one or two lines that share its width; the rest of the region for ordinary walls. */
export function thinWallsOf(region: Region, thinnerThanMm: number, lineMm: number, heightMm: number): ThinWalls {
  const radius = thinnerThanMm / 2;
  const thin = difference(region, offset(offset(region, -radius), radius * 1.01));
  const leastMm = leastWallMm(lineMm, heightMm);
  const pieces = thin.filter((ring) => ringAreaMm2(ring) > lineMm * lineMm);
  const lines: FittingLine[] = [];
  const laid: Ring[] = [];
  for (const outer of pieces) {
    const piece = intersection([outer], thin);
    const own = fittingLines(piece, leastMm, thinnerThanMm * 1.05, lineMm);
    if (own.length === 0) continue;
    lines.push(...own);
    laid.push(...piece);
  }
  return { lines, rest: laid.length === 0 ? region : difference(region, laid) };
}

/** Lines between facing sides, in stretches: from every place of the outline straight across to the other side. */
function fittingLines(piece: Region, leastMm: number, mostMm: number, lineMm: number): FittingLine[] {
  const stepMm = STEP_WIDTHS * lineMm;
  const visited = new Map<string, number>();
  const cell = (x: number, y: number): [number, number] => [Math.round(x / stepMm), Math.round(y / stepMm)];
  const out: FittingLine[] = [];
  let run: { id: number; from: number[]; to: number[]; widths: number[] } | null = null;
  let runs = 0;
  const isTaken = (x: number, y: number, id: number): boolean => {
    const [cx, cy] = cell(x, y);
    for (let dx = -1; dx <= 1; dx++)
      for (let dy = -1; dy <= 1; dy++) {
        const by = visited.get(`${cx + dx} ${cy + dy}`);
        if (by !== undefined && by !== id) return true;
      }
    return false;
  };
  const close = (isRound: boolean): void => {
    if (run && run.widths.length > 1) {
      const { from, to, widths } = run;
      if (isRound) {
        for (const side of [from, to]) side.push(side[0]!, side[1]!);
        widths.push(widths[0]!);
      }
      const lanes = mean(widths) < ONE_WIDTHS * lineMm ? [1 / 2] : [1 / 4, 3 / 4];
      for (const lane of lanes)
        out.push({
          points: from.map((v, i) => v + lane * (to[i]! - v)),
          widthsMm: widths.slice(1).map((w, i) => (w + widths[i]!) / 2 / lanes.length),
        });
    }
    run = null;
  };
  for (const ring of piece) {
    let isWhole = true;
    const n = ring.length;
    for (let i = 0; i < n; i += 2) {
      const [x0, y0, x1, y1] = [ring[i]!, ring[i + 1]!, ring[(i + 2) % n]!, ring[(i + 3) % n]!];
      const length = Math.hypot(x1 - x0, y1 - y0);
      if (length < 1e-9) continue;
      const [nx, ny] = [-(y1 - y0) / length, (x1 - x0) / length];
      const count = Math.max(1, Math.round(length / stepMm));
      for (let k = 0; k < count; k++) {
        const t = (k + 0.5) / count;
        const [px, py] = [x0 + (x1 - x0) * t, y0 + (y1 - y0) * t];
        const across = acrossMm(piece, px, py, nx, ny, mostMm);
        const [mx, my] = [px + (nx * across) / 2, py + (ny * across) / 2];
        if (!(across >= leastMm && across <= mostMm) || isTaken(mx, my, run?.id ?? 0)) {
          isWhole = false;
          close(false);
          continue;
        }
        run ??= { id: ++runs, from: [], to: [], widths: [] };
        run.from.push(px, py);
        run.to.push(px + nx * across, py + ny * across);
        run.widths.push(across);
        visited.set(cell(mx, my).join(' '), run.id);
      }
    }
    close(isWhole);
  }
  return out;
}

const mean = (values: readonly number[]): number => values.reduce((sum, v) => sum + v, 0) / values.length;

/** How far it is from a place on the outline straight in to the other side; Infinity beyond the most. */
function acrossMm(region: Region, px: number, py: number, nx: number, ny: number, mostMm: number): number {
  let best = Infinity;
  const [ex, ey] = [px + nx * mostMm, py + ny * mostMm];
  const [lowX, highX, lowY, highY] = [Math.min(px, ex), Math.max(px, ex), Math.min(py, ey), Math.max(py, ey)];
  for (const ring of region) {
    let [x0, y0] = [ring[ring.length - 2]!, ring[ring.length - 1]!];
    for (let i = 0; i < ring.length; i += 2) {
      const [x1, y1] = [ring[i]!, ring[i + 1]!];
      if (!(
        (x0 < lowX && x1 < lowX) ||
        (x0 > highX && x1 > highX) ||
        (y0 < lowY && y1 < lowY) ||
        (y0 > highY && y1 > highY)
      )) {
        const [dx, dy] = [x1 - x0, y1 - y0];
        const det = nx * dy - ny * dx;
        if (Math.abs(det) > 1e-12) {
          const t = ((x0 - px) * dy - (y0 - py) * dx) / det;
          const u = ((x0 - px) * ny - (y0 - py) * nx) / det;
          if (t > 1e-6 && u >= 0 && u <= 1 && t < best) best = t;
        }
      }
      [x0, y0] = [x1, y1];
    }
  }
  return best;
}
