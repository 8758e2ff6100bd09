import { LETTER, LineWords, scanLine } from '../gcode/words.ts';

/** A program as straight pieces for a drawing, columns by piece; an arc comes as chords. */
export interface Segments {
  readonly count: number;
  readonly x0: Float32Array;
  readonly y0: Float32Array;
  readonly x1: Float32Array;
  readonly y1: Float32Array;
  /** Layer of the piece, from 0; travel belongs to the layer it leads to. */
  readonly layer: Uint16Array;
  /** 1 where something is laid. */
  readonly laid: Uint8Array;
  readonly nozzleC: Float32Array;
  readonly mmPerS: Float32Array;
  readonly mmPerS2: Float32Array;
  readonly pulledMm: Float32Array;
  /** Cross-section of a laid line. */ readonly areaMm2: Float32Array;
  readonly layerZMm: readonly number[];
}
const MOST = 400_000;
const CHORDS = 12;

/** Pieces of a program, at most 400,000; what lies beyond is left out. */
export function readSegments(gcode: string, filamentAreaMm2: number): Segments {
  const bytes = new TextEncoder().encode(gcode);
  const w = new LineWords();
  let size = 4096;
  let count = 0;
  const floats = (): Float32Array => new Float32Array(size);
  let x0 = floats();
  let y0 = floats();
  let x1 = floats();
  let y1 = floats();
  let nozzle = floats();
  let speed = floats();
  let accel = floats();
  let pulls = floats();
  let areas = floats();
  let layers = new Uint16Array(size);
  let laid = new Uint8Array(size);
  const grow = <T extends Float32Array | Uint16Array | Uint8Array>(a: T): T => {
    const b = new (a.constructor as new (n: number) => T)(size);
    b.set(a as never);
    return b;
  };
  const layerZMm: number[] = [];
  let x = 0;
  let y = 0;
  let z = 0;
  let e = 0;
  let feed = 0;
  let isRelative = false;
  let nozzleC = 0;
  let mmPerS2 = 0;
  let pulledMm = 0;
  let layer = -1;
  const add = (nx: number, ny: number, fed: number): void => {
    if (count >= MOST) return;
    if (count === size) {
      size *= 2;
      x0 = grow(x0);
      y0 = grow(y0);
      x1 = grow(x1);
      y1 = grow(y1);
      nozzle = grow(nozzle);
      speed = grow(speed);
      accel = grow(accel);
      pulls = grow(pulls);
      areas = grow(areas);
      layers = grow(layers);
      laid = grow(laid);
    }
    if (fed > 0 && layerZMm[layer] !== z) {
      const at = layerZMm.indexOf(z);
      layer = at >= 0 ? at : layerZMm.push(z) - 1;
    }
    x0[count] = x;
    y0[count] = y;
    x1[count] = nx;
    y1[count] = ny;
    nozzle[count] = nozzleC;
    speed[count] = feed;
    accel[count] = mmPerS2;
    pulls[count] = pulledMm;
    layers[count] = Math.max(0, layer);
    laid[count] = fed > 0 ? 1 : 0;
    const length = Math.hypot(nx - x, ny - y);
    areas[count] = fed > 0 && length > 0 ? (fed * filamentAreaMm2) / length : 0;
    count++;
    x = nx;
    y = ny;
  };
  for (let from = 0; from < bytes.length;) {
    let to = bytes.indexOf(10, from);
    if (to < 0) to = bytes.length;
    scanLine(bytes, from, to, w);
    from = to + 1;
    for (let k = 0; k < w.mCount; k++) {
      const m = w.mCodes[k]!;
      const s = w.has(LETTER.S) ? w.values[LETTER.S]! : 0;
      if (m === 83) isRelative = true;
      else if (m === 82) isRelative = false;
      else if ((m === 104 || m === 109) && s > 0) nozzleC = s;
      else if (m === 204 && s > 0) mmPerS2 = s;
    }
    if (w.gCount === 0) continue;
    const g = w.gCodes[0]!;
    if (g === 92 && w.has(LETTER.E)) e = w.values[LETTER.E]!;
    if (g === 28) {
      x = 0;
      y = 0;
    }
    if (g > 3) continue;
    if (w.has(LETTER.F)) feed = w.values[LETTER.F]! / 60;
    if (w.has(LETTER.Z)) z = w.values[LETTER.Z]!;
    const nx = w.has(LETTER.X) ? w.values[LETTER.X]! : x;
    const ny = w.has(LETTER.Y) ? w.values[LETTER.Y]! : y;
    let fed = 0;
    if (w.has(LETTER.E)) {
      fed = isRelative ? w.values[LETTER.E]! : w.values[LETTER.E]! - e;
      e += fed;
    }
    if (nx === x && ny === y && !(g >= 2 && w.has(LETTER.I))) {
      if (fed < 0) pulledMm = -fed;
      else if (fed > 0) pulledMm = 0;
      continue;
    }
    if (g <= 1 || !w.has(LETTER.I)) {
      add(nx, ny, fed);
      continue;
    }
    const cx = x + w.values[LETTER.I]!;
    const cy = y + (w.has(LETTER.J) ? w.values[LETTER.J]! : 0);
    const r = Math.hypot(x - cx, y - cy);
    const a0 = Math.atan2(y - cy, x - cx);
    const turn =
      ((Math.atan2(ny - cy, nx - cx) - a0) * (g === 3 ? 1 : -1) + 4 * Math.PI) % (2 * Math.PI) || 2 * Math.PI;
    for (let k = 1; k <= CHORDS; k++) {
      const a = a0 + ((g === 3 ? 1 : -1) * turn * k) / CHORDS;
      add(k === CHORDS ? nx : cx + r * Math.cos(a), k === CHORDS ? ny : cy + r * Math.sin(a), fed / CHORDS);
    }
  }
  return {
    count,
    x0,
    y0,
    x1,
    y1,
    layer: layers,
    laid,
    nozzleC: nozzle,
    mmPerS: speed,
    mmPerS2: accel,
    pulledMm: pulls,
    areaMm2: areas,
    layerZMm,
  };
}
