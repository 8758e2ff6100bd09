import type { Mesh } from '../mesh/mesh.ts';
import type { Topology } from '../mesh/topology.ts';

/** Contours of one layer: x and y by turns, `starts` where each begins (and, last, where all end). Material lies to their left. */
export interface Contours {
  readonly points: Float64Array;
  readonly starts: Uint32Array;
  /** Contours that did not close, since the surface has a hole there; their ends are joined by a straight line. */
  readonly gaps: number;
}

/** Cutting planes of a body of this height: in the middle of every layer from its lowest point. */
export function layerPlanes(lowestMm: number, highestMm: number, layerHeightMm: number): Float64Array {
  const count = Math.max(0, Math.ceil((highestMm - lowestMm) / layerHeightMm - 0.5 - 1e-9));
  return Float64Array.from({ length: count }, (_, i) => lowestMm + (i + 0.5) * layerHeightMm);
}

/** Cuts a welded mesh by level planes, which rise. A vertex on a plane counts as above it, so that every closed surface gives closed
 *  contours; each point where an edge crosses a plane is worked out from the edge alone and thus the same for both its faces. */
export class Slicer {
  private readonly start: Uint32Array;
  private readonly crossing: Uint32Array;
  private readonly seen: Int32Array;
  private points = new Float64Array(4096);

  constructor(
    private readonly mesh: Mesh,
    private readonly topology: Topology,
    readonly planesMm: Float64Array,
  ) {
    const { xyz, corners } = mesh;
    const n = corners.length / 3;
    this.seen = new Int32Array(n).fill(-1);
    const first = new Uint32Array(n);
    const last = new Uint32Array(n); // the first plane it does not reach any more
    this.start = new Uint32Array(planesMm.length + 1);
    const even = evenly(planesMm);
    for (let t = 0; t < n; t++) {
      if (topology.isCollapsed[t]) continue;
      const a = xyz[corners[3 * t]! * 3 + 2]!;
      const b = xyz[corners[3 * t + 1]! * 3 + 2]!;
      const c = xyz[corners[3 * t + 2]! * 3 + 2]!;
      const low = a < b ? (a < c ? a : c) : b < c ? b : c;
      const high = a > b ? (a > c ? a : c) : b > c ? b : c;
      // Crossed are planes with low < z <= high, since a vertex on the plane is above it.
      const from = (first[t] = firstAbove(planesMm, low, even));
      const to = (last[t] = firstAbove(planesMm, high, even));
      if (to > from) {
        this.start[from]!++;
        if (to < planesMm.length) this.start[to]!--;
      }
    }
    let running = 0;
    let total = 0;
    for (let k = 0; k < planesMm.length; k++) {
      running = (running + this.start[k]!) | 0;
      this.start[k] = total;
      total += running;
    }
    this.start[planesMm.length] = total;
    this.crossing = new Uint32Array(total);
    const fill = this.start.slice(0, -1);
    for (let t = 0; t < n; t++)
      if (!topology.isCollapsed[t]) for (let k = first[t]!; k < last[t]!; k++) this.crossing[fill[k]!++] = t;
  }

  /** Contours at a plane. */
  layer(k: number): Contours {
    const { twins } = this.topology;
    const z = this.planesMm[k]!;
    const from = this.start[k]!;
    const to = this.start[k + 1]!;
    const starts: number[] = [0];
    let size = 0;
    let gaps = 0;
    const walk = (first: number, isOpen: boolean): void => {
      const begin = size;
      let t = first;
      if (isOpen) size = this.pushPoint(size, this.fallingHalf(t, z), z);
      for (;;) {
        this.seen[t] = k;
        const rising = this.risingHalf(t, z);
        size = this.pushPoint(size, rising, z);
        const twin = twins[rising]!;
        if (twin < 0) break;
        t = (twin / 3) | 0;
        if (this.seen[t] === k) break;
      }
      if (size - begin < 6) size = begin;
      else starts.push(size);
      if (isOpen) gaps++;
    };
    if (this.topology.looseHalfEdges.length > 0)
      for (let i = from; i < to; i++) {
        const t = this.crossing[i]!;
        if (this.seen[t] !== k && twins[this.fallingHalf(t, z)]! < 0) walk(t, true);
      }
    for (let i = from; i < to; i++) if (this.seen[this.crossing[i]!] !== k) walk(this.crossing[i]!, false);
    return { points: this.points.slice(0, size), starts: Uint32Array.from(starts), gaps };
  }

  /** Half-edge of a crossed triangle that leads from below to the plane or above: where its contour leaves it. */
  private risingHalf(t: number, z: number): number {
    const { xyz, corners } = this.mesh;
    const a = xyz[corners[3 * t]! * 3 + 2]! >= z;
    const b = xyz[corners[3 * t + 1]! * 3 + 2]! >= z;
    const c = xyz[corners[3 * t + 2]! * 3 + 2]! >= z;
    return 3 * t + (!a && b ? 0 : !b && c ? 1 : 2);
  }
  private fallingHalf(t: number, z: number): number {
    const { xyz, corners } = this.mesh;
    const a = xyz[corners[3 * t]! * 3 + 2]! >= z;
    const b = xyz[corners[3 * t + 1]! * 3 + 2]! >= z;
    const c = xyz[corners[3 * t + 2]! * 3 + 2]! >= z;
    return 3 * t + (a && !b ? 0 : b && !c ? 1 : 2);
  }

  private pushPoint(size: number, half: number, z: number): number {
    if (size + 2 > this.points.length) {
      const more = new Float64Array(this.points.length * 2);
      more.set(this.points);
      this.points = more;
    }
    const { xyz, corners } = this.mesh;
    const p = corners[half]!;
    const q = corners[half % 3 === 2 ? half - 2 : half + 1]!;
    // Always from the lower number: both faces of the edge then get the same point to the last bit.
    const a = (p < q ? p : q) * 3;
    const b = (p < q ? q : p) * 3;
    const share = (z - xyz[a + 2]!) / (xyz[b + 2]! - xyz[a + 2]!);
    this.points[size] = xyz[a]! + share * (xyz[b]! - xyz[a]!);
    this.points[size + 1] = xyz[a + 1]! + share * (xyz[b + 1]! - xyz[a + 1]!);
    return size + 2;
  }
}

/** Distance of evenly spaced planes, or 0: then the plane above a height is found by one division. */
function evenly(planes: Float64Array): number {
  if (planes.length < 2) return 0;
  const step = (planes[planes.length - 1]! - planes[0]!) / (planes.length - 1);
  for (let k = 1; k < planes.length; k++) if (Math.abs(planes[k]! - planes[0]! - k * step) > 1e-6 * step) return 0;
  return step;
}

/** Index of the first plane above a height. */
function firstAbove(planes: Float64Array, z: number, step: number): number {
  let k = 0;
  let end = planes.length;
  if (step > 0) {
    k = Math.floor((z - planes[0]!) / step) - 1;
    if (k < 0) k = 0;
    if (k > end) k = end;
    while (k > 0 && planes[k - 1]! > z) k--;
    while (k < end && planes[k]! <= z) k++;
    return k;
  }
  while (k < end) {
    const middle = (k + end) >> 1;
    if (planes[middle]! > z) end = middle;
    else k = middle + 1;
  }
  return k;
}
