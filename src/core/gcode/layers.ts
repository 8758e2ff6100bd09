import type { MotionPlanner, SegmentSink } from '../motion/planner.ts';
import { FLOW_WINDOW_MM, FlowWindow } from './flowWindow.ts';
import { Islands } from './islands.ts';

/** Heights of rising (spiral) moves are gathered in bins of this. */
const RAMP_BIN_MM = 0.2;
/** What makes heights one layer: a tenth of a micrometre, or a bin of a ramp. */
const heightKey = (zMm: number): number => Math.round(zMm * 1e4);
const rampKey = (zMm: number): number => -1 - Math.floor(zMm / RAMP_BIN_MM);

/** Coming down so far to where the first layer was, a program begins another part beside the one that stands. */
export const BACK_DOWN_MM = 1;
/** Keys of one part lie so far from those of the next. */
const OF_PART = 1e9;
const SAME_MM = 1e-4;

/** So much filament at the most is laid to prime a nozzle before the part is begun. */
const MOST_PRIMED_MM = 100;

/** Tells layers apart: by height, and by part where parts are laid one after another. What is laid first and little of it, higher than all
 *  that follows, primes the nozzle: the first part comes after it. */
export class LayerKeys {
  part = 0;
  /** The first part: lower ones only primed. */
  firstPart = 0;
  private lowestMm = Infinity;
  private highestMm = -Infinity;

  /** @param laidMm filament laid so far */
  at(zMm: number, isRamp: boolean, laidMm: number): number {
    if (zMm < this.lowestMm - SAME_MM && this.part === 0 && this.highestMm > 0 && laidMm <= MOST_PRIMED_MM) {
      this.firstPart = ++this.part;
      this.highestMm = this.lowestMm = zMm;
    } else if (this.highestMm - zMm > BACK_DOWN_MM && zMm <= this.lowestMm) {
      this.part++;
      this.highestMm = zMm;
    }
    if (zMm > this.highestMm) this.highestMm = zMm;
    if (zMm < this.lowestMm) this.lowestMm = zMm;
    return this.part * OF_PART + (isRamp ? rampKey(zMm) : heightKey(zMm));
  }
}

const COLUMNS = [
  'part',
  'zMm',
  'timeS',
  'filamentMm',
  'peakFlow',
  'peakFlowLine',
  'minX',
  'maxX',
  'minY',
  'maxY',
  'minXArea',
  'maxXArea',
  'minYArea',
  'maxYArea',
  'firstLine',
  'pathMm',
  'topSpeed',
] as const;
type Column = (typeof COLUMNS)[number];

const fresh = (): Float64Array => new Float64Array(256);

/** Figures per height of extruding moves, gathered while segments come out of the planner. */
export class LayerFigures implements SegmentSink {
  readonly columns: Record<Column, Float64Array> = {
    part: fresh(),
    zMm: fresh(),
    timeS: fresh(),
    filamentMm: fresh(),
    peakFlow: fresh(),
    peakFlowLine: fresh(),
    minX: fresh(),
    maxX: fresh(),
    minY: fresh(),
    maxY: fresh(),
    // cross-sections of the lines that reach furthest, mm²
    minXArea: fresh(),
    maxXArea: fresh(),
    minYArea: fresh(),
    maxYArea: fresh(),
    firstLine: fresh(),
    pathMm: fresh(),
    topSpeed: fresh(),
  };
  readonly islands = new Islands();
  count = 0;
  timeS = 0;
  /** Time stood still between moves. */
  stoodS = 0;
  peakFlow = 0;
  peakFlowLine = 0;
  peakFlowCommanded = 0;
  private readonly window = new FlowWindow();
  private readonly indexOfHeight = new Map<number, number>();

  readonly keys = new LayerKeys();

  /** Layers of parts, as they were begun: those that only primed are left out. */
  partLayers(): number[] {
    const { part } = this.columns;
    const primes = this.primes();
    return Array.from({ length: this.count }, (_, i) => i).filter(
      (i) => part[i]! >= this.keys.firstPart && i !== primes,
    );
  }
  /** What was laid first and lower than all of its part, if it only primed: little of it, and beside everything that was laid after it. */
  private primes(): number {
    const c = this.columns;
    const { firstPart } = this.keys;
    const first = c.part.subarray(0, this.count).indexOf(firstPart);
    if (first < 0 || c.filamentMm[first]! > MOST_PRIMED_MM) return -1;
    let above = 0;
    for (let i = first + 1; i < this.count && c.part[i] === firstPart; i++, above++) {
      const isBeside =
        c.minX[i]! > c.maxX[first]! ||
        c.maxX[i]! < c.minX[first]! ||
        c.minY[i]! > c.maxY[first]! ||
        c.maxY[i]! < c.minY[first]!;
      if (!isBeside || c.zMm[i]! <= c.zMm[first]!) return -1;
    }
    return above >= 2 ? first : -1;
  }
  /** Filament of all layers so far, which is asked for only while there are few. */
  private get laidMm(): number {
    if (this.count > 2) return Infinity;
    let sum = 0;
    for (let i = 0; i < this.count; i++) sum += this.columns.filamentMm[i]!;
    return sum;
  }

  /** Index of the layer at a height, or in a bin of a ramp. */
  layerAt(zMm: number, isRamp: boolean, line: number): number {
    const key = this.keys.at(zMm, isRamp, this.laidMm);
    const known = this.indexOfHeight.get(key);
    if (known !== undefined) return known;
    if (this.count === this.columns.zMm.length) this.grow();
    const i = this.count++;
    const c = this.columns;
    c.part[i] = this.keys.part;
    c.zMm[i] = zMm;
    c.firstLine[i] = line;
    c.minX[i] = c.minY[i] = Infinity;
    c.maxX[i] = c.maxY[i] = -Infinity;
    this.indexOfHeight.set(key, i);
    return i;
  }

  /** Widens a layer to the point at `at[0]`, `at[1]` of a line whose cross-section is `at[2]`; true when it grew. */
  widen(layer: number, at: Float64Array): boolean {
    const c = this.columns;
    const x = at[0]!;
    const y = at[1]!;
    const area = at[2]!;
    let grew = false;
    if (x < c.minX[layer]!) {
      c.minX[layer] = x;
      c.minXArea[layer] = area;
      grew = true;
    }
    if (x > c.maxX[layer]!) {
      c.maxX[layer] = x;
      c.maxXArea[layer] = area;
      grew = true;
    }
    if (y < c.minY[layer]!) {
      c.minY[layer] = y;
      c.minYArea[layer] = area;
      grew = true;
    }
    if (y > c.maxY[layer]!) {
      c.maxY[layer] = y;
      c.maxYArea[layer] = area;
      grew = true;
    }
    return grew;
  }

  takeSegments(p: MotionPlanner, count: number): void {
    const {
      timeS,
      layer: layerOf,
      line,
      hasPath,
      lengthMm,
      volumePerMm,
      commandedMmPerS,
      entryMmPerS,
      peakMmPerS,
      exitMmPerS,
      accelerationMmPerS2,
    } = p;
    const { timeS: layerTime, peakFlow: layerPeak, peakFlowLine: layerPeakLine, pathMm, topSpeed } = this.columns;
    const { window, islands, stoodS } = this;
    const { piece, mean } = window;
    let nextIsland = islands.nextLine;
    let total = this.timeS;
    // of the layer at hand, written down when another begins
    let atLayer = -1;
    let path = 0;
    let top = 0;
    for (let i = 0; i < count; i++) {
      const time = timeS[i]!;
      const layer = layerOf[i]!;
      while (line[i]! >= nextIsland) nextIsland = islands.begin(total + stoodS);
      total += time;
      if (layer >= 0) layerTime[layer] = layerTime[layer]! + time;
      if (hasPath[i] === 0) continue;
      const q = volumePerMm[i]!;
      const length = lengthMm[i]!;
      const long = length >= FLOW_WINDOW_MM;
      if (q === 0) {
        piece[0] = length;
        piece[1] = piece[2] = 0;
        if (long) window.addLong();
        else window.addShort();
        continue;
      }
      const peak = peakMmPerS[i]!;
      if (layer !== atLayer) {
        if (atLayer >= 0) {
          pathMm[atLayer] = path;
          topSpeed[atLayer] = top;
        }
        atLayer = layer;
        path = pathMm[layer]!; // what is laid is laid in a layer
        top = topSpeed[layer]!;
      }
      path += length;
      if (peak > top) top = peak;
      const exit = exitMmPerS[i]!;
      const a = accelerationMmPerS2[i]!;
      const commanded = q * commandedMmPerS[i]!;
      const perA = 1 / a;
      let flow = q * peak;
      let asked = commanded;
      if (long) {
        const before = Math.min(exit * exit + 2 * a * FLOW_WINDOW_MM, peak * peak); // speed² one mm before the end
        const braking = ((before - exit * exit) * perA) / 2;
        const v = Math.sqrt(before);
        piece[1] = q * (((before * v - exit * exit * exit) * perA) / 3 + (FLOW_WINDOW_MM - braking) * v);
        piece[2] = commanded * FLOW_WINDOW_MM;
        window.addLong();
      } else {
        const entry = entryMmPerS[i]!;
        const cubes = 2 * peak * peak * peak - entry * entry * entry - exit * exit * exit;
        const cruise = length - ((2 * peak * peak - entry * entry - exit * exit) * perA) / 2;
        piece[0] = length;
        piece[1] = q * ((cubes * perA) / 3 + (cruise > 0 ? cruise * peak : 0)); // ∫ v ds of a trapezoid, exact
        piece[2] = commanded * length;
        window.addShort();
        flow = mean[0]!;
        asked = mean[1]!;
      }
      if (flow > layerPeak[layer]!) {
        layerPeak[layer] = flow;
        layerPeakLine[layer] = line[i]!;
      }
      if (flow > this.peakFlow) {
        this.peakFlow = flow;
        this.peakFlowLine = line[i]!;
      }
      if (asked > this.peakFlowCommanded) this.peakFlowCommanded = asked;
    }
    if (atLayer >= 0) {
      pathMm[atLayer] = path;
      topSpeed[atLayer] = top;
    }
    this.timeS = total;
  }

  private grow(): void {
    for (const name of COLUMNS) {
      const wider = new Float64Array(this.count * 2);
      wider.set(this.columns[name]);
      this.columns[name] = wider;
    }
  }
}
