import { areaMm2, boxOf, difference, intersection, offset, ringAreaMm2, union, type Region } from '../geometry/clip.ts';

/** A span that is laid from one hold to another with nothing under it. */
export interface Bridge {
  readonly spanMm: number;
  readonly zMm: number;
  readonly xMm: number;
  readonly yMm: number;
}
/** Layers as they are cut, and what stands under them as support. */
export interface BridgedLayer {
  readonly zMm: number;
  readonly region: Region;
}
const SMALLEST_MM2 = 4;
const HALVINGS = 14;

/** The bridge a layer makes over the one below, or null: a piece without anything under it that is held at two ends or all round. Its
 *  span is twice as far as any place of it lies from what holds it: lines are laid the short way over between holds, and an edge that
 *  hangs free holds nothing. */
export function bridgeOf(layer: BridgedLayer, below: Region, support: Region, lineMm: number): Bridge | null {
  const free = difference(difference(layer.region, offset(below, lineMm)), offset(support, lineMm));
  let best: Bridge | null = null;
  for (const outer of free.filter((ring) => ringAreaMm2(ring) > SMALLEST_MM2)) {
    const piece = intersection([outer], free);
    const around = difference(offset([outer], 2 * lineMm), [outer]);
    const holds = intersection(union(around), below);
    if (holds.filter((ring) => Math.abs(ringAreaMm2(ring)) > lineMm * lineMm).length < 2) continue;
    const held = union(below, support);
    const spanMm = 2 * furthestMm(piece, intersection(difference(offset(piece, 2 * lineMm), piece), held));
    if (best && best.spanMm >= spanMm) continue;
    const [x, y] = middleOf(outer);
    best = { spanMm, zMm: layer.zMm, xMm: x, yMm: y };
  }
  return best;
}

/** How far the furthest place of a piece lies from what holds it, by how far that must grow to cover the piece. */
function furthestMm(piece: Region, holds: Region): number {
  const [x0, x1, y0, y1] = boxOf(piece[0]!);
  let [low, high] = [0, Math.hypot(x1 - x0, y1 - y0)];
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (low + high) / 2;
    if (areaMm2(difference(piece, offset(holds, middle))) > 0) low = middle;
    else high = middle;
  }
  return low;
}
function middleOf(ring: Float64Array): readonly [number, number] {
  let [x, y] = [0, 0];
  for (let i = 0; i < ring.length; i += 2) [x, y] = [x + ring[i]!, y + ring[i + 1]!];
  return [(2 * x) / ring.length, (2 * y) / ring.length];
}
