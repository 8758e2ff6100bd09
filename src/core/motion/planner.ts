import type { MotionLimits } from './limits.ts';

/** Receives planned segments in order; reads the planner's arrays at indices [0, count). */
export interface SegmentSink {
  takeSegments(planner: MotionPlanner, count: number): void;
}

const FIRST_WINDOW = 512;
const LARGEST_WINDOW = 1 << 20;

/** One over an instant speed change; of a machine that stops at every corner (0) so much that only straight on passes. */
const slownessOf = (mmPerS: number): number => 1 / Math.max(mmPerS, 1e-9);

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

  /** Unit direction of a level segment in X and Y, for `commitLevel`. */
  directionX = new Float64Array(FIRST_WINDOW * 2);
  directionY = new Float64Array(FIRST_WINDOW * 2);

  private nominalSquared = new Float64Array(FIRST_WINDOW * 2);
  private capSquared = new Float64Array(FIRST_WINDOW * 2); // highest entry speed², from the corner before
  private entrySquared = new Float64Array(FIRST_WINDOW * 2);
  private count = 0;
  private window = FIRST_WINDOW;
  private firstEntrySquared = 0;
  private readonly previous = new Float64Array(3);
  private previousHasPath = false;

  /** One over the instant speed change of X, Y, Z, each as it holds from the next segment on. */
  private readonly slownessSPerMm = new Float64Array(3);
  junctionDeviationMm: number | null;

  constructor(
    private readonly sink: SegmentSink,
    limits: MotionLimits,
  ) {
    this.slownessSPerMm.fill(slownessOf(limits.instantSpeedChangeMmPerS));
    this.junctionDeviationMm = limits.junctionDeviationMm;
  }

  /** Sets the instant speed change of one axis (0 X, 1 Y, 2 Z) from the next segment on. */
  setInstantSpeedChange(axis: number, mmPerS: number): void {
    this.slownessSPerMm[axis] = slownessOf(mmPerS);
  }

  /** Index of the next segment: write its columns (length, acceleration, volume, commanded speed, line, layer), `nominalMmPerS`
   *  and `direction`, then `commit`. Figures travel through typed arrays because V8 boxes doubles passed as arguments.
   *  For a run of level segments: room for `more`, the same columns with `directionX` and `directionY`, then `commitLevel`. */
  reserve(more = 1): number {
    while (this.count + more > this.lengthMm.length) this.grow();
    return this.count;
  }

  /** Unit directions of the reserved segment at its start (0 to 2) and end (3 to 5). */
  readonly direction = new Float64Array(6);

  /** Takes the reserved segment; filament-only segments (no path) start and end at rest. */
  commit(hasPath: boolean): void {
    const i = this.count++;
    const d = this.direction;
    const v = this.nominalMmPerS[i]!;
    const nominal = v * v;
    let cap = 0;
    if (i > 0 && hasPath && this.previousHasPath) {
      const before = this.accelerationMmPerS2[i - 1]!;
      const own = this.accelerationMmPerS2[i]!;
      cap = this.cornerSquared(before < own ? i - 1 : i);
      if (cap > nominal) cap = nominal;
      if (cap > this.nominalSquared[i - 1]!) cap = this.nominalSquared[i - 1]!;
    }
    this.nominalSquared[i] = nominal;
    this.capSquared[i] = cap;
    this.hasPath[i] = hasPath ? 1 : 0;
    this.previous[0] = d[3]!;
    this.previous[1] = d[4]!;
    this.previous[2] = d[5]!;
    this.previousHasPath = hasPath;
    if (this.count >= this.window) this.flush(false);
  }

  /** Takes `added` reserved level segments at once. */
  commitLevel(added: number): void {
    if (added === 0) return;
    const {
      nominalMmPerS,
      nominalSquared,
      capSquared,
      accelerationMmPerS2: a,
      directionX,
      directionY,
      hasPath,
      previous,
      slownessSPerMm,
      junctionDeviationMm,
    } = this;
    const slownessX = slownessSPerMm[0]!;
    const slownessY = slownessSPerMm[1]!;
    const slowestZ = Math.abs(previous[2]!) * slownessSPerMm[2]!;
    const from = this.count;
    const end = from + added;
    let px = previous[0]!;
    let py = previous[1]!;
    let nominalBefore = from > 0 ? nominalSquared[from - 1]! : 0;
    for (let i = from; i < end; i++) {
      const x = directionX[i]!;
      const y = directionY[i]!;
      const v = nominalMmPerS[i]!;
      const nominal = v * v;
      let cap = nominal < nominalBefore ? nominal : nominalBefore;
      if (i === from && !(from > 0 && this.previousHasPath)) cap = 0;
      else if (junctionDeviationMm !== null) {
        const corner = deviationSquared(px * x + py * y, (a[i - 1]! < a[i]! ? a[i - 1]! : a[i]!) * junctionDeviationMm);
        if (corner < cap) cap = corner;
      } else {
        let slowest = Math.max(Math.abs(x - px) * slownessX, Math.abs(y - py) * slownessY);
        if (i === from && slowestZ > slowest) slowest = slowestZ;
        if (slowest * slowest * cap > 1) cap = 1 / (slowest * slowest);
      }
      nominalSquared[i] = nominalBefore = nominal;
      capSquared[i] = cap;
      hasPath[i] = 1;
      px = x;
      py = y;
    }
    previous[0] = px;
    previous[1] = py;
    previous[2] = 0;
    this.previousHasPath = true;
    this.count = end;
    if (end >= this.window) this.flush(false);
  }

  /** Plans everything known to a standstill: a dwell, a wait, homing, the end of the program. */
  rest(): void {
    if (this.count > 0) this.flush(true);
    this.previousHasPath = false;
  }

  /** Highest speed² through the corner into the reserved segment; `slower` is the one of the two that accelerates less. */
  private cornerSquared(slower: number): number {
    const d = this.direction;
    const p = this.previous;
    const x = d[0]!;
    const y = d[1]!;
    const z = d[2]!;
    const px = p[0]!;
    const py = p[1]!;
    const pz = p[2]!;
    if (this.junctionDeviationMm !== null) {
      return deviationSquared(px * x + py * y + pz * z, this.accelerationMmPerS2[slower]! * this.junctionDeviationMm);
    }
    const { slownessSPerMm: s } = this;
    const slowest = Math.max(Math.abs(x - px) * s[0]!, Math.abs(y - py) * s[1]!, Math.abs(z - pz) * s[2]!); // 1 / highest speed
    return 1 / (slowest * slowest);
  }

  private flush(toRest: boolean): void {
    const n = this.count;
    const { lengthMm, accelerationMmPerS2: a, capSquared, entrySquared } = this;
    let v = 0;
    let firm = toRest ? n : 0;
    for (let i = n - 1; i >= 0; i--) {
      const reach = v + 2 * a[i]! * lengthMm[i]!;
      if (reach >= capSquared[i]!) {
        v = capSquared[i]!;
        if (i > firm) firm = i;
      } else v = reach;
      entrySquared[i] = v;
    }
    if (!toRest && firm === 0) {
      if (n < LARGEST_WINDOW) {
        this.window = n * 2;
        return;
      }
      firm = n >> 1;
      this.forcedOut += firm;
    }
    this.emit(firm, toRest ? 0 : entrySquared[firm]!);
    this.keepFrom(firm);
    this.window = Math.max(FIRST_WINDOW, this.count * 2);
  }

  private emit(count: number, endSquared: number): void {
    const {
      lengthMm,
      accelerationMmPerS2,
      nominalMmPerS,
      nominalSquared,
      entrySquared,
      entryMmPerS,
      peakMmPerS,
      exitMmPerS,
      timeS,
    } = this;
    let entry = this.firstEntrySquared;
    let v0 = Math.sqrt(entry);
    let lastA = 0;
    let perA = 0;
    for (let i = 0; i < count; i++) {
      const a = accelerationMmPerS2[i]!;
      if (a !== lastA) {
        lastA = a;
        perA = 1 / a;
      }
      const length = lengthMm[i]!;
      const twice = 2 * a * length;
      let exit = i + 1 < count ? entrySquared[i + 1]! : endSquared;
      if (exit > entry + twice) exit = entry + twice;
      const v1 = Math.sqrt(exit);
      const triangle = (entry + exit + twice) / 2;
      const nominal = nominalSquared[i]!;
      let vp: number;
      if (triangle > nominal) {
        vp = nominalMmPerS[i]!;
        timeS[i] = (2 * vp - v0 - v1) * perA + (length - (nominal - (entry + exit) / 2) * perA) / vp;
      } else {
        vp = Math.sqrt(triangle);
        timeS[i] = (2 * vp - v0 - v1) * perA;
      }
      entryMmPerS[i] = v0;
      peakMmPerS[i] = vp;
      exitMmPerS[i] = v1;
      entry = exit;
      v0 = v1;
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
    return [
      this.lengthMm,
      this.accelerationMmPerS2,
      this.volumePerMm,
      this.commandedMmPerS,
      this.line,
      this.layer,
      this.hasPath,
      this.nominalMmPerS,
      this.nominalSquared,
      this.capSquared,
    ];
  }

  private grow(): void {
    const wider = <T extends { set(old: ArrayLike<number>): void }>(old: ArrayLike<number>, empty: T): T => {
      empty.set(old);
      return empty;
    };
    const n = this.lengthMm.length * 2;
    for (const name of [
      'lengthMm',
      'accelerationMmPerS2',
      'volumePerMm',
      'commandedMmPerS',
      'nominalMmPerS',
      'line',
      'entryMmPerS',
      'peakMmPerS',
      'exitMmPerS',
      'timeS',
      'directionX',
      'directionY',
      'nominalSquared',
      'capSquared',
      'entrySquared',
    ] as const) {
      this[name] = wider(this[name], new Float64Array(n));
    }
    this.layer = wider(this.layer, new Int32Array(n));
    this.hasPath = wider(this.hasPath, new Uint8Array(n));
  }
}

/** Highest speed² through a corner with the cosine between its two directions, for acceleration × junction deviation. */
function deviationSquared(cosine: number, accelerationTimesMm: number): number {
  const s = Math.sqrt(Math.max(0, (1 + cosine) / 2)); // sin(θ/2), θ = π straight on
  return s >= 1 - 1e-15 ? Infinity : (accelerationTimesMm * s) / (1 - s);
}
