import { LETTER, LineWords, scanLine } from '../../src/core/gcode/words.ts';
import { filamentAreaMm2 } from '../../src/core/toolpath/bead.ts';

/** A line as it was laid; `areaMm2` is its cross-section as commanded. */
export interface LaidLine {
  readonly x0: number;
  readonly y0: number;
  readonly x1: number;
  readonly y1: number;
  readonly z: number;
  readonly lengthMm: number;
  readonly areaMm2: number;
  readonly nozzleC: number;
  readonly layer: number;
  readonly loop: number;
  readonly accelerationMmPerS2: number;
  readonly mmPerS: number;
  /** Factor set by the machine's own command; null before the first. */ readonly pressureS: number | null;
  readonly head: number;
}
export interface PulledTravel {
  readonly z: number;
  readonly lengthMm: number;
  readonly pulledMm: number;
  /** Fed when it began again; 0 where nothing was. */
  readonly fedMm: number;
  readonly nozzleC: number;
}
export interface Strand {
  readonly filamentMm: number;
  readonly mmPerS: number;
  readonly nozzleC: number;
}
/** Everything a coupon shows, from the lines a controller accepted and nothing else. */
export interface PrintedCoupon {
  readonly laid: readonly LaidLine[];
  readonly travels: readonly PulledTravel[];
  readonly strands: readonly Strand[];
  readonly bedC: number;
  readonly layerZ: readonly number[];
}

export const FILAMENT_MM = 1.75;
/** The simulated controller's own command for its pressure factor, S in seconds. */
export const PRESSURE_COMMAND = 4100;
const CHORDS_PER_QUARTER = 12;
const STRAND_MM = 50;

const read = new WeakMap<readonly string[], PrintedCoupon>();
/** Reads a coupon's lines, once per list of lines. */
export function readCoupon(lines: readonly string[]): PrintedCoupon {
  const before = read.get(lines);
  if (before) return before;
  const made = readLines(lines);
  read.set(lines, made);
  return made;
}

function readLines(lines: readonly string[]): PrintedCoupon {
  const w = new LineWords();
  const encoder = new TextEncoder();
  const laid: LaidLine[] = [];
  const travels: (PulledTravel & { fedMm: number })[] = [];
  const strands: Strand[] = [];
  const layerZ: number[] = [];
  let x = 0;
  let y = 0;
  let z = 0;
  let e = 0;
  let feed = 0;
  let relativeE = false;
  const nozzlesC = new Map<number, number>();
  let nozzleC = 0;
  let bedC = 0;
  let pulled = 0;
  let loop = 0;
  let accelerationMmPerS2 = 0;
  let pressureS: number | null = null;
  let head = 0;
  const area = filamentAreaMm2(FILAMENT_MM);
  const lay = (nx: number, ny: number, filamentMm: number): void => {
    const lengthMm = Math.hypot(nx - x, ny - y);
    if (layerZ[layerZ.length - 1] !== z) layerZ.push(z);
    laid.push({
      x0: x,
      y0: y,
      x1: nx,
      y1: ny,
      z,
      lengthMm,
      areaMm2: (filamentMm * area) / lengthMm,
      nozzleC,
      layer: layerZ.length - 1,
      loop,
      accelerationMmPerS2,
      mmPerS: feed,
      pressureS,
      head,
    });
    x = nx;
    y = ny;
  };
  for (const line of lines) {
    const bytes = encoder.encode(line);
    scanLine(bytes, 0, bytes.length, w);
    for (let k = 0; k < w.mCount; k++) {
      const m = w.mCodes[k]!;
      const s = w.has(LETTER.S) ? w.values[LETTER.S]! : 0;
      if (m === 83) relativeE = true;
      else if (m === 82) relativeE = false;
      if ((m === 104 || m === 109) && s > 0) nozzlesC.set(w.has(LETTER.T) ? w.values[LETTER.T]! : head, s);
      if (m === 204) {
        const lines = w.has(LETTER.P) ? w.values[LETTER.P]! : s;
        if (lines > 0) accelerationMmPerS2 = lines;
      }
      if (m === PRESSURE_COMMAND) pressureS = s;
      if (m === 140 || m === 190) bedC = s > 0 ? s : bedC;
    }
    if (w.has(LETTER.T) && w.gCount === 0 && w.mCount === 0) {
      head = w.values[LETTER.T]!;
      loop++;
    }
    nozzleC = nozzlesC.get(head) ?? 0;
    if (w.gCount === 0) continue;
    const g = w.gCodes[0]!;
    if (g === 92 && w.has(LETTER.E)) e = w.values[LETTER.E]!;
    if (g === 28) x = y = z = 0;
    if (g > 3) continue;
    if (w.has(LETTER.F)) feed = w.values[LETTER.F]! / 60;
    const nx = w.has(LETTER.X) ? w.values[LETTER.X]! : x;
    const ny = w.has(LETTER.Y) ? w.values[LETTER.Y]! : y;
    const isMove = nx !== x || ny !== y;
    if (w.has(LETTER.Z)) z = w.values[LETTER.Z]!;
    let de = 0;
    if (w.has(LETTER.E)) {
      de = relativeE ? w.values[LETTER.E]! : w.values[LETTER.E]! - e;
      e += de;
    }
    if (!isMove && de < 0) pulled = -de;
    else if (!isMove && de > STRAND_MM) {
      strands.push({ filamentMm: de, mmPerS: feed, nozzleC });
      pulled = 0;
    } else if (!isMove && de > 0) {
      const last = travels[travels.length - 1];
      if (last && pulled > 0) last.fedMm = de;
      pulled = 0;
    } else if (isMove && de > 0) {
      if (g <= 1) lay(nx, ny, de);
      else {
        // a quarter circle: as chords
        const cx = x + (w.has(LETTER.I) ? w.values[LETTER.I]! : 0);
        const cy = y + (w.has(LETTER.J) ? w.values[LETTER.J]! : 0);
        const r = Math.hypot(x - cx, y - cy);
        const from = Math.atan2(y - cy, x - cx);
        for (let k = 1; k <= CHORDS_PER_QUARTER; k++) {
          const a = from + (Math.PI / 2) * (k / CHORDS_PER_QUARTER);
          lay(cx + r * Math.cos(a), cy + r * Math.sin(a), de / CHORDS_PER_QUARTER);
        }
      }
    } else if (isMove) {
      travels.push({ z, lengthMm: Math.hypot(nx - x, ny - y), pulledMm: pulled, fedMm: 0, nozzleC });
      loop++;
    }
    x = nx;
    y = ny;
  }
  return { laid, travels, strands, bedC, layerZ };
}

/** Width of a laid line of this cross-section at this height. */
export const widthOf = (areaMm2: number, heightMm: number): number =>
  (areaMm2 - (Math.PI * heightMm * heightMm) / 4) / heightMm + heightMm;

/** What is found of a coupon once, however often it is read and whatever the machine's hidden truth. */
export function remembered<T>(find: (c: PrintedCoupon) => T): (c: PrintedCoupon) => T {
  const known = new WeakMap<PrintedCoupon, { readonly found: T }>();
  return (c) => {
    const kept = known.get(c) ?? { found: find(c) };
    known.set(c, kept);
    return kept.found;
  };
}

/** Runs of equal figures along a list, in order: the bands as they were printed. */
export function runsOf<T>(
  items: readonly T[],
  figure: (t: T) => number,
): { readonly value: number; readonly items: readonly T[] }[] {
  const out: { value: number; items: T[] }[] = [];
  for (const t of items) {
    const v = figure(t);
    const last = out[out.length - 1];
    if (last && Math.abs(last.value - v) < 1e-9) last.items.push(t);
    else out.push({ value: v, items: [t] });
  }
  return out;
}

export interface Box {
  readonly w: number;
  readonly d: number;
  readonly areaMm2: number;
  readonly heightMm: number;
  readonly zTopMm: number;
  readonly cx: number;
  readonly cy: number;
}
const loops = new WeakMap<PrintedCoupon, Map<number, Box[]>>();
/** Closed loops of one layer with their outlines' sizes: middle of line to middle of line. */
export function loopsOf(c: PrintedCoupon, layer: number): Box[] {
  const known = loops.get(c) ?? new Map<number, Box[]>();
  const before = known.get(layer);
  loops.set(c, known);
  if (before) return before;
  const made = findLoops(c, layer);
  known.set(layer, made);
  return made;
}
function findLoops(c: PrintedCoupon, layer: number): Box[] {
  const heightMm = layer > 0 ? c.layerZ[layer]! - c.layerZ[layer - 1]! : c.layerZ[0]!;
  const byLoop = new Map<number, LaidLine[]>();
  for (const l of c.laid) if (l.layer === layer) byLoop.set(l.loop, [...(byLoop.get(l.loop) ?? []), l]);
  return [...byLoop.values()].flatMap((ls) => {
    const first = ls[0]!;
    const last = ls[ls.length - 1]!;
    if (ls.length < 4 || Math.hypot(first.x0 - last.x1, first.y0 - last.y1) > 1e-3) return [];
    const xs = ls.flatMap((l) => [l.x0, l.x1]);
    const ys = ls.flatMap((l) => [l.y0, l.y1]);
    const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
    return [
      {
        w: x1 - x0,
        d: y1 - y0,
        areaMm2: ls.reduce((s, l) => s + l.areaMm2 * l.lengthMm, 0) / ls.reduce((s, l) => s + l.lengthMm, 0),
        heightMm,
        zTopMm: c.layerZ[layer]!,
        cx: (x0 + x1) / 2,
        cy: (y0 + y1) / 2,
      },
    ];
  });
}
