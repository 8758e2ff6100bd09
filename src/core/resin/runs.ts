import type { GreyRuns } from './raster.ts';
import { SOLID_GREY } from './shades.ts';

/** Lit runs of a layer from the top: row, first pixel, pixel after the last, three figures a run. */
export type Runs = Int32Array;

/** What is lit of a picture. Most of it is one grey for long: four pixels are compared at once. */
export function greyRunsOf(
  grey: Uint8Array,
  width: number,
  height: number,
  { stride, from: begin } = { stride: width, from: 0 },
): GreyRuns {
  const bytes = grey.byteOffset % 4 === 0 ? grey : grey.slice();
  const words = new Uint32Array(bytes.buffer, bytes.byteOffset, bytes.length >> 2);
  const out: number[] = [];
  for (let y = 0; y < height; y++) {
    const row = y * stride + begin;
    const end = row + width;
    for (let i = row; i < end;) {
      const g = bytes[i]!;
      const four = Math.imul(g, 0x01_01_01_01) >>> 0;
      const from = i;
      while (i < end && (i & 3) !== 0 && bytes[i] === g) i++;
      if ((i & 3) === 0) {
        let word = i >> 2;
        for (const last = end >> 2; word < last && words[word] === four;) word++;
        i = word << 2;
      }
      while (i < end && bytes[i] === g) i++;
      if (g > 0) out.push(y, from - row, i - row, g);
    }
  }
  return Int32Array.from(out);
}

/** Solid runs of what is lit. */
export function solidRuns(lit: GreyRuns): Runs {
  const out = new RunList();
  for (let i = 0; i < lit.length; i += 4) if (lit[i + 3]! >= SOLID_GREY) out.add(lit[i]!, lit[i + 1]!, lit[i + 2]!);
  return out.runs();
}

/** Runs as they are found from the top and from the left; what follows without a gap is one run. */
class RunList {
  private out = new Int32Array(384);
  private size = 0;
  add(y: number, from: number, to: number): void {
    const { size } = this;
    if (size > 0 && this.out[size - 1] === from && this.out[size - 3] === y) {
      this.out[size - 1] = to;
      return;
    }
    if (size === this.out.length) {
      const more = new Int32Array(2 * size);
      more.set(this.out);
      this.out = more;
    }
    this.out[size] = y;
    this.out[size + 1] = from;
    this.out[size + 2] = to;
    this.size = size + 3;
  }
  runs = (): Runs => this.out.slice(0, this.size);
}

/** Of a layer what lies further than so much, in pixels each way, from all of the layer before. */
export function runsBeyond(runs: Runs, before: Runs, reachX: number, reachY: number): Runs {
  const rows = new Rows(before);
  const up = Math.floor(reachY);
  const rowsInReach = 2 * up + 1;
  /** How far each row in reach does so sideways, the next of its runs, and where they end. */
  const across = Float64Array.from(
    { length: rowsInReach },
    (_, k) => reachX * Math.sqrt(Math.max(0, 1 - ((k - up) / (reachY || 1)) ** 2)),
  );
  const next = new Int32Array(rowsInReach);
  const end = new Int32Array(rowsInReach);
  const out = new RunList();
  let row = -1;
  for (let i = 0; i < runs.length; i += 3) {
    const y = runs[i]!;
    if (y !== row) {
      row = y;
      for (let k = 0; k < rowsInReach; k++) {
        next[k] = rows.start(y + k - up);
        end[k] = rows.start(y + k - up + 1);
      }
    }
    const last = runs[i + 2]! - 0.5;
    for (let at = runs[i + 1]! + 0.5; at <= last;) {
      // middle of the first pixel not judged yet: how far it is held from there, or else where it is held again
      let heldTo = -Infinity;
      let heldFrom = Infinity;
      for (let k = 0; k < rowsInReach; k++) {
        const more = across[k]!;
        while (next[k]! < end[k]! && before[next[k]! + 2]! + more < at) next[k] = next[k]! + 3;
        if (next[k] === end[k]) continue;
        const from = before[next[k]! + 1]! - more;
        if (from > at) heldFrom = Math.min(heldFrom, from);
        else heldTo = Math.max(heldTo, before[next[k]! + 2]! + more);
      }
      if (heldTo >= at) {
        at += Math.floor(heldTo - at) + 1;
        continue;
      }
      const bare = Math.min(last + 0.5, at - 0.5 + Math.ceil(heldFrom - at));
      out.add(y, at - 0.5, bare);
      at = bare + 0.5;
    }
  }
  return out.runs();
}
/** The same as a count of pixels, with the middle of their longest stretch. */
export function pixelsBeyond(
  runs: Runs,
  before: Runs,
  reachX: number,
  reachY: number,
): { readonly pixels: number; readonly at: readonly [x: number, y: number] } {
  const beyond = runsBeyond(runs, before, reachX, reachY);
  let longest = 0;
  for (let i = 0; 3 * i < beyond.length; i++)
    if (lengthOf(beyond, i) > (3 * longest < beyond.length ? lengthOf(beyond, longest) : 0)) longest = i;
  const at = [(beyond[3 * longest + 1]! + beyond[3 * longest + 2]!) / 2, beyond[3 * longest]! + 0.5] as const;
  return { pixels: pixelsOf(beyond), at: beyond.length === 0 ? [0, 0] : at };
}

/** What is left of a layer when a pixel is taken from every side of it. */
function eroded(runs: Runs): Runs {
  const rows = new Rows(runs);
  const out = new RunList();
  for (let i = 0; i < runs.length; i += 3) {
    const y = runs[i]!;
    const from = runs[i + 1]! + 1;
    const to = runs[i + 2]! - 1;
    if (to <= from) continue;
    const upEnd = rows.start(y);
    const lowEnd = rows.start(y + 2);
    for (let a = rows.start(y - 1), b = rows.start(y + 1); a < upEnd && b < lowEnd;) {
      const start = Math.max(from, runs[a + 1]!, runs[b + 1]!);
      const end = Math.min(to, runs[a + 2]!, runs[b + 2]!);
      if (end > start) out.add(y, start, end);
      if (runs[a + 2]! < runs[b + 2]!) a += 3;
      else b += 3;
    }
  }
  return out.runs();
}
/** Pixels of a layer in which nothing three pixels wide each way fits, and the middle of their longest stretch. */
export const thinPixels = (runs: Runs): ReturnType<typeof pixelsBeyond> => pixelsBeyond(runs, eroded(runs), 1, 1);

export const OUTSIDE_LEFT = -1;
export const OUTSIDE_RIGHT = 0x7fffffff;
/** More than a gap may be narrow. */
const ROOM_LEFT = 8;
/** What a layer leaves free between its highest row and its lowest. */
export function freeRunsOf(solid: Runs): Runs {
  if (solid.length === 0) return solid;
  const out = new RunList();
  let y = solid[0]!;
  let from = OUTSIDE_LEFT;
  for (let i = 0; i < solid.length; i += 3) {
    while (y < solid[i]!) {
      out.add(y, from, OUTSIDE_RIGHT);
      y++;
      from = OUTSIDE_LEFT;
    }
    if (solid[i + 1]! > from) out.add(y, from, solid[i + 1]!);
    from = solid[i + 2]!;
  }
  out.add(y, from, OUTSIDE_RIGHT);
  return out.runs();
}
/** Pixels of the gaps of a layer through which nothing three pixels wide goes, and the middle of their longest stretch. */
export function narrowGaps(runs: Runs): ReturnType<typeof pixelsBeyond> {
  const inside = freeRunsOf(runs);
  if (inside.length === 0) return { pixels: 0, at: [0, 0] };
  // outside a layer there is room on every side
  const [top, low] = [inside[0]!, inside[inside.length - 3]!];
  const free = new Int32Array(inside.length + 12);
  for (const [i, y] of [top - 2, top - 1].entries()) free.set([y, OUTSIDE_LEFT, OUTSIDE_RIGHT], 3 * i);
  free.set(inside, 6);
  for (const [i, y] of [low + 1, low + 2].entries())
    free.set([y, OUTSIDE_LEFT, OUTSIDE_RIGHT], inside.length + 6 + 3 * i);
  for (let i = 1; i < free.length; i += 3) if (free[i] === OUTSIDE_LEFT) free[i] = -ROOM_LEFT;
  return pixelsBeyond(free.subarray(6, inside.length + 6), eroded(free), 1, 1);
}

/** Where the runs of each row begin in a list of them; they end where those of the next begin. */
class Rows {
  private readonly first: number;
  private readonly starts: Int32Array;
  constructor(runs: Runs) {
    this.first = runs.length > 0 ? runs[0]! : 0;
    const rows = runs.length > 0 ? runs[runs.length - 3]! - this.first + 1 : 0;
    this.starts = new Int32Array(rows + 1);
    for (let i = 0; i < runs.length; i += 3) this.starts[runs[i]! - this.first + 1] = i + 3;
    for (let y = 1; y <= rows; y++) this.starts[y] = Math.max(this.starts[y]!, this.starts[y - 1]!);
  }
  start(y: number): number {
    return this.starts[Math.min(Math.max(y - this.first, 0), this.starts.length - 1)]!;
  }
}

export const pixelsOf = (runs: Runs): number => {
  let n = 0;
  for (let i = 0; i < runs.length; i += 3) n += runs[i + 2]! - runs[i + 1]!;
  return n;
};

/** Which connected area each run belongs to, and how many areas there are; runs touch along sides, not over corners. */
export function connect(runs: Runs): { readonly areaOf: Int32Array; readonly areas: number } {
  const n = runs.length / 3;
  const parent = new Int32Array(n);
  for (let i = 0; i < n; i++) parent[i] = i;
  const find = (i: number): number => {
    while (parent[i] !== i) {
      parent[i] = parent[parent[i]!]!;
      i = parent[i]!;
    }
    return i;
  };
  let above = 0;
  for (let i = 0; i < n; i++) {
    const y = runs[3 * i]!;
    const from = runs[3 * i + 1]!;
    const to = runs[3 * i + 2]!;
    while (above < i && (runs[3 * above]! < y - 1 || (runs[3 * above]! === y - 1 && runs[3 * above + 2]! <= from)))
      above++;
    for (let k = above; k < i && runs[3 * k]! === y - 1 && runs[3 * k + 1]! < to; k++) {
      const [a, b] = [find(i), find(k)];
      if (a !== b) parent[a] = b;
    }
  }
  const areaOf = new Int32Array(n);
  const number = new Int32Array(n).fill(-1);
  let areas = 0;
  for (let i = 0; i < n; i++) {
    const root = find(i);
    if (number[root]! < 0) number[root] = areas++;
    areaOf[i] = number[root]!;
  }
  return { areaOf, areas };
}

/** Pixels of each connected area. */
export function pixelsByArea(runs: Runs, areaOf: Int32Array, areas: number): Int32Array {
  const out = new Int32Array(areas);
  for (let i = 0; i < areaOf.length; i++) out[areaOf[i]!]! += lengthOf(runs, i);
  return out;
}
export const lengthOf = (runs: Runs, i: number): number => runs[3 * i + 2]! - runs[3 * i + 1]!;
/** A place in the middle of some runs, and on one of them. */
export function placeIn(runs: Runs, isOf: (i: number) => boolean): readonly [number, number] {
  let [x, y, pixels] = [0, 0, 0];
  for (let i = 0; 3 * i < runs.length; i++) {
    if (!isOf(i)) continue;
    const length = lengthOf(runs, i);
    x += (length * (runs[3 * i + 1]! + runs[3 * i + 2]!)) / 2;
    y += length * (runs[3 * i]! + 0.5);
    pixels += length;
  }
  x /= pixels;
  y /= pixels;
  let best: readonly [number, number] = [0, 0];
  let nearest = Infinity;
  for (let i = 0; 3 * i < runs.length; i++) {
    if (!isOf(i)) continue;
    const at = [clamped(x, runs[3 * i + 1]! + 0.5, runs[3 * i + 2]! - 0.5), runs[3 * i]! + 0.5] as const;
    const off = Math.hypot(at[0] - x, at[1] - y);
    if (off < nearest) [best, nearest] = [at, off];
  }
  return best;
}
const clamped = (v: number, low: number, high: number): number => Math.min(high, Math.max(low, v));

/** Calls for each pair of runs of two layers that lie over each other. */
export function overlaps(before: Runs, now: Runs, each: (before: number, now: number) => void): void {
  let k = 0;
  for (let i = 0; i < now.length; i += 3) {
    const [y, from, to] = [now[i]!, now[i + 1]!, now[i + 2]!];
    while (k < before.length && (before[k]! < y || (before[k]! === y && before[k + 2]! <= from))) k += 3;
    for (let j = k; j < before.length && before[j]! === y && before[j + 1]! < to; j += 3) each(j / 3, i / 3);
  }
}
