import { areaMm2, difference, intersection, offset, ringAreaMm2, union, type Region } from '../geometry/clip.ts';

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
const HALVINGS = 11;

/** The bridge a layer makes over the one below, or null: a piece without anything under it that is held at two ends or all round. Its
 *  span is the width of the widest circle in it, for lines are laid the short way over. */
export function bridgeOf(layer: BridgedLayer, below: Region, support: Region, lineMm: number): Bridge | null {
  const free = difference(difference(layer.region, offset(below, lineMm)), offset(support, lineMm));
  let best: Bridge | null = null;
  for (const outer of free.filter((ring) => ringAreaMm2(ring) > SMALLEST_MM2)) {
    const piece = intersection([outer], free);
    const around = difference(offset([outer], 2 * lineMm), [outer]);
    const holds = intersection(union(around), below);
    if (holds.filter((ring) => Math.abs(ringAreaMm2(ring)) > lineMm * lineMm).length < 2) continue;
    const spanMm = 2 * (inradiusMm(piece) + lineMm);
    if (best && best.spanMm >= spanMm) continue;
    const [x, y] = middleOf(outer);
    best = { spanMm, zMm: layer.zMm, xMm: x, yMm: y };
  }
  return best;
}

/** Radius of the widest circle inside a region, by how far it can be shrunk before nothing is left. */
function inradiusMm(region: Region): number {
  let [low, high] = [0, Math.sqrt(areaMm2(region) / Math.PI)];
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (low + high) / 2;
    if (areaMm2(offset(region, -middle)) > 0) low = middle;
    else high = middle;
  }
  return low;
}
function middleOf(ring: Float64Array): readonly [number, number] {
  let [x, y] = [0, 0];
  for (let i = 0; i < ring.length; i += 2) [x, y] = [x + ring[i]!, y + ring[i + 1]!];
  return [(2 * x) / ring.length, (2 * y) / ring.length];
}
