import type { MotionLimits } from './limits.ts';

/** Receives planned segments in order; reads the planner's arrays at indices [0, count). */
export interface SegmentSink { takeSegments(planner: MotionPlanner, count: number): void }

const FIRST_WINDOW = 512;
const LARGEST_WINDOW = 1 << 20;

/** Constant-acceleration speed planning with look-ahead over a stream of segments.
 *
 *  A segment leaves the window only when nothing that may still come can change its speeds: the backward pass starts
 *  from rest at the end of what is known (a lower bound); where that bound already reaches a corner's own cap (an upper
 *  bound) the speed there is exact, and so is everything before it. Streaming therefore equals unlimited planning.
 *
 *  Corner speed: X, Y, Z only; a non-null junction deviation wins over the instant change; one common speed per corner. */
export class MotionPlanner {
  // Read by the sink for indices [0, count) during takeSegments.
  lengthMm = new Float64Array(FIRST_WINDOW * 2);
  accelerationMmPerS2 = new Float64Array(FIRST_WINDOW * 2);
  /** Filament volume laid per mm of path; 0 for travel. */
  volumePerMm = new Float64Array(FIRST_WINDOW * 2);
  commandedMmPerS = new Float64Array(FIRST_WINDOW * 2);
  nominalMmPerS = new Float64Array(FIRST_WINDOW * 2);
  line = new Float64Array(FIRST_WINDOW * 2);
  layer = new Int32Array(FIRST_WINDOW * 2);
  /** 1 where the segment has a path in X, Y or Z; 0 for filament-only segments. */
  hasPath = new Uint8Array(FIRST_WINDOW * 2);
  entryMmPerS = new Float64Array(FIRST_WINDOW * 2);
  peakMmPerS = new Float64Array(FIRST_WINDOW * 2);
  exitMmPerS = new Float64Array(FIRST_WINDOW * 2);
  timeS = new Float64Array(FIRST_WINDOW * 2);
  /** Segments that left early because the window was full; 0 unless a program brakes over a million segments. */
  forcedOut = 0;

  private nominalSquared = new Float64Array(FIRST_WINDOW * 2);
  private capSquared = new Float64Array(FIRST_WINDOW * 2); // highest entry speed², from the corner before
  private entrySquared = new Float64Array(FIRST_WINDOW * 2);
  private count = 0;
  private window = FIRST_WINDOW;
  private firstEntrySquared = 0;
  private readonly previous = new Float64Array(3);
  private previousHasPath = false;

  /** Instant speed change of X, Y, Z that holds from the next segment on. */
  instantX: number;
  instantY: number;
  instantZ: number;
  junctionDeviationMm: number | null;

  constructor(private readonly sink: SegmentSink, limits: MotionLimits) {
    this.instantX = this.instantY = this.instantZ = limits.instantSpeedChangeMmPerS;
    this.junctionDeviationMm = limits.junctionDeviationMm;
  }

  /** Index of the next segment: write its columns (length, acceleration, volume, commanded speed, line, layer), `nominalMmPerS`
   *  and `direction`, then `commit`. Figures travel through typed arrays because V8 boxes doubles passed as arguments. */
  reserve(): number {
    if (this.count === this.lengthMm.length) this.grow();
    return this.count;
  }

  /** Unit directions of the reserved segment at its start (0 to 2) and end (3 to 5). */
  readonly direction = new Float64Array(6);

  /** Takes the reserved segment; filament-only segments (no path) start and end at rest. */
  commit(hasPath: boolean): void {
    const i = this.count++, d = this.direction;
    const v = this.nominalMmPerS[i]!, nominal = v * v;
    let cap = 0;
    if (i > 0 && hasPath && this.previousHasPath) {
      const before = this.accelerationMmPerS2[i - 1]!, own = this.accelerationMmPerS2[i]!;
      cap = this.cornerSquared(before < own ? i - 1 : i);
      if (cap > nominal) cap = nominal;
      if (cap > this.nominalSquared[i - 1]!) cap = this.nominalSquared[i - 1]!;
    }
    this.nominalSquared[i] = nominal;
    this.capSquared[i] = cap;
    this.hasPath[i] = hasPath ? 1 : 0;
    this.previous[0] = d[3]!; this.previous[1] = d[4]!; this.previous[2] = d[5]!;
    this.previousHasPath = hasPath;
    if (this.count >= this.window) this.flush(false);
  }

  /** Plans everything known to a standstill: a dwell, a wait, homing, the end of the program. */
  rest(): void {
    if (this.count > 0) this.flush(true);
    this.previousHasPath = false;
  }

  /** Highest speed² through the corner into the reserved segment; `slower` is the one of the two that accelerates less. */
  private cornerSquared(slower: number): number {
    const d = this.direction, p = this.previous, x = d[0]!, y = d[1]!, z = d[2]!, px = p[0]!, py = p[1]!, pz = p[2]!;
    if (this.junctionDeviationMm !== null) {
      const cosine = px * x + py * y + pz * z;
      const s = Math.sqrt(Math.max(0, (1 + cosine) / 2)); // sin(θ/2), θ = π straight on
      return s >= 1 - 1e-15 ? Infinity : (this.accelerationMmPerS2[slower]! * this.junctionDeviationMm * s) / (1 - s);
    }
    const jumpX = Math.abs(x - px), jumpY = Math.abs(y - py), jumpZ = Math.abs(z - pz);
    let v = Infinity;
    if (jumpX > 0) v = this.instantX / jumpX;
    if (jumpY * v > this.instantY) v = this.instantY / jumpY;
    if (jumpZ * v > this.instantZ) v = this.instantZ / jumpZ;
    return v * v;
  }

  private flush(toRest: boolean): void {
    const n = this.count;
    const { lengthMm, accelerationMmPerS2: a, capSquared, entrySquared } = this;
    let v = 0;
    let firm = toRest ? n : 0;
    for (let i = n - 1; i >= 0; i--) {
      const reach = v + 2 * a[i]! * lengthMm[i]!;
      if (reach >= capSquared[i]!) { v = capSquared[i]!; if (i > firm) firm = i; } else v = reach;
      entrySquared[i] = v;
    }
    if (!toRest && firm === 0) {
      if (n < LARGEST_WINDOW) { this.window = n * 2; return; }
      firm = n >> 1;
      this.forcedOut += firm;
    }
    this.emit(firm, toRest ? 0 : entrySquared[firm]!);
    this.keepFrom(firm);
    this.window = Math.max(FIRST_WINDOW, this.count * 2);
  }

  private emit(count: number, endSquared: number): void {
    const { lengthMm, accelerationMmPerS2, nominalSquared, entrySquared, entryMmPerS, peakMmPerS, exitMmPerS, timeS } = this;
    let entry = this.firstEntrySquared;
    let v0 = Math.sqrt(entry);
    for (let i = 0; i < count; i++) {
      const a = accelerationMmPerS2[i]!, length = lengthMm[i]!, twice = 2 * a * length;
      let exit = i + 1 < count ? entrySquared[i + 1]! : endSquared;
      if (exit > entry + twice) exit = entry + twice;
      let peak = (entry + exit + twice) / 2;
      if (peak > nominalSquared[i]!) peak = nominalSquared[i]!;
      const v1 = Math.sqrt(exit), vp = Math.sqrt(peak);
      const perA = 1 / a, cruise = length - (peak - (entry + exit) / 2) * perA;
      timeS[i] = (2 * vp - v0 - v1) * perA + (cruise > 0 ? cruise / vp : 0);
      entryMmPerS[i] = v0; peakMmPerS[i] = vp; exitMmPerS[i] = v1;
      entry = exit; v0 = v1;
    }
    this.firstEntrySquared = entry;
    if (count > 0) this.sink.takeSegments(this, count);
  }

  private keepFrom(first: number): void {
    const left = this.count - first;
    if (left > 0) for (const array of this.arrays()) array.copyWithin(0, first, this.count);
    else this.firstEntrySquared = 0;
    this.count = left;
    if (left > 0) this.capSquared[0] = this.firstEntrySquared;
  }

  private arrays() {
    return [this.lengthMm, this.accelerationMmPerS2, this.volumePerMm, this.commandedMmPerS, this.line, this.layer, this.hasPath, this.nominalSquared, this.capSquared];
  }

  private grow(): void {
    const wider = <T extends Float64Array | Int32Array | Uint8Array>(old: T, empty: T): T => { empty.set(old); return empty; };
    const n = this.lengthMm.length * 2;
    for (const name of ['lengthMm', 'accelerationMmPerS2', 'volumePerMm', 'commandedMmPerS', 'nominalMmPerS', 'line', 'entryMmPerS', 'peakMmPerS', 'exitMmPerS', 'timeS', 'nominalSquared', 'capSquared', 'entrySquared'] as const) {
      this[name] = wider(this[name] as Float64Array, new Float64Array(n)) as Float64Array<ArrayBuffer>;
    }
    this.layer = wider(this.layer, new Int32Array(n)) as Int32Array<ArrayBuffer>;
    this.hasPath = wider(this.hasPath, new Uint8Array(n)) as Uint8Array<ArrayBuffer>;
  }
}
