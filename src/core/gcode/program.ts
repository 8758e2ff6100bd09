import type { MotionLimits } from '../motion/limits.ts';
import { MotionPlanner } from '../motion/planner.ts';
import { filamentAreaMm2 } from '../toolpath/bead.ts';
import { arcByCentre, arcByRadius, eachExtreme, type Arc } from './arc.ts';
import { Bounds, unionOf } from './bounds.ts';
import { emptyFacts, noteDwell, noteFactor, noteFan, noteProblem, noteUnknown } from './facts.ts';
import { HeatFollower } from './heat.ts';
import { LayerFigures } from './layers.ts';
import { COLUMNS_PER_MOVE, E_AT, F_AT, X_AT, Y_AT, type LevelMoves } from './levelMoves.ts';
import { LETTER, type LineWords } from './words.ts';

const { E, F, I, J, P, R, S, T, X, Y, Z } = LETTER;
const MOVE_WORDS = (1 << X) | (1 << Y) | (1 << Z) | (1 << E) | (1 << F) | (1 << I) | (1 << J) | (1 << R);
const FARTHEST_MM = 1e7;
const BEYOND_TEN_METRES = 'a coordinate beyond ten kilometres';
/** Less than this is a change of height within a layer, not another part. */
const BACK_DOWN_MM = 1;
const RAMP_BIN_MM = 0.2; // heights of rising (spiral) moves are gathered in bins of this

/** Runs a program line by line: keeps its modes and position, hands moves to the planner, notes what it says. */
export class ProgramRun {
  readonly facts = emptyFacts();
  readonly layers = new LayerFigures();
  readonly extruded = new Bounds();
  private readonly travelled = new Bounds();
  readonly planner: MotionPlanner;
  private x = 0;
  private y = 0;
  private z = 0;
  private e = 0;
  private offsetX = 0;
  private offsetY = 0;
  private offsetZ = 0;
  private offsetE = 0;
  private relative = false;
  private relativeE = false;
  private filamentModeSaid = false;
  private scale = 1;
  private feedMmPerS = 0;
  private printAcceleration: number;
  private travelAcceleration: number;
  private readonly maxFeed: Float64Array;
  private readonly maxAcceleration: Float64Array;
  private readonly filamentArea: number;
  private advance = 0;
  private highestAdvance = 0;
  private finishedToolsMm = 0;
  private tool = 0;
  private layer = -1;
  private layerZ = NaN;
  private homed = false;
  private readonly heat = new HeatFollower(this.facts);
  private motion = -1;
  private lastUx = 0;
  private lastUy = 0;
  private rising = false;
  private readonly rampHeights = new Set<number>();

  constructor(private readonly limits: MotionLimits) {
    this.planner = new MotionPlanner(this.layers, limits);
    this.printAcceleration = limits.accelerationMmPerS2;
    this.travelAcceleration = limits.travelAccelerationMmPerS2 ?? limits.accelerationMmPerS2;
    this.maxFeed = Float64Array.from(limits.maxFeedMmPerS);
    this.maxAcceleration = Float64Array.from(limits.maxAccelerationMmPerS2);
    this.filamentArea = filamentAreaMm2(limits.filamentDiameterMm);
  }

  /** Highest cumulative advance of filament over all tools, so that a retraction and its refill cancel. */
  get filamentMm(): number {
    return this.finishedToolsMm + this.highestAdvance;
  }
  /** Box round everything reached, travel and extrusion. */
  get reached(): Bounds {
    return unionOf(this.extruded, this.travelled);
  }
  /** Where the program leaves the tool. */
  get endMm(): readonly [number, number, number] {
    return [this.x, this.y, this.z];
  }
  get heightsSeen(): number {
    const turns = Math.round(this.facts.spiralTurns);
    return this.layers.count - this.rampBins + (turns >= 1 ? turns : this.rampHeights.size);
  }
  private rampBins = 0;
  private highestLaidMm = -Infinity;
  /** The move at hand: dx dy dz de length x0 y0 z0; passed here because V8 boxes doubles given as arguments. */
  private readonly m = new Float64Array(8);
  private readonly point = new Float64Array(2);
  private chained = false;
  private chainedLayer = -1;

  execute(w: LineWords, line: number): void {
    const mask = w.mask;
    if (mask === 0) return;
    let motion = -1;
    if (w.gCount === 1 && w.mCount === 0 && (w.gCodes[0] === 1 || w.gCodes[0] === 0) && (mask & (1 << T)) === 0) {
      // by far the most lines
      this.motion = w.gCodes[0];
      this.move(this.motion, w, line);
      return;
    }
    for (let k = 0; k < w.gCount; k++) {
      const code = w.gCodes[k]!;
      if (code <= 3 && (code === 0 || code === 1 || code === 2 || code === 3)) motion = code;
      else this.doG(code, w, line);
    }
    for (let k = 0; k < w.mCount; k++) this.doM(w.mCodes[k]!, w, line);
    if (motion >= 0) this.motion = motion;
    else if (w.gCount === 0 && w.mCount === 0 && (mask & ((1 << X) | (1 << Y) | (1 << Z) | (1 << E))) !== 0) {
      // Words without a command repeat the last motion, as the RS-274 family does.
      if (this.motion < 0) {
        noteProblem(this.facts, line, 'coordinates before any motion command');
        return;
      }
      motion = this.motion;
    }
    if ((mask & (1 << T)) !== 0 && w.mCount === 0) this.changeTool(w.values[T]!, line);
    if (motion >= 0) this.move(motion, w, line);
  }

  finish(): void {
    this.planner.rest();
  }

  /** Does to each of these lines what `execute` does, in one loop with the state in locals: half the time of a program goes
   *  by here, and fields and calls cost more than the figures. */
  executeLevel(moves: LevelMoves, firstLine: number): void {
    for (let k = 0; k < moves.count;) k = this.levelRun(moves, k, firstLine);
    this.motion = moves.lastCommand;
  }

  /** Takes moves from index `k` to the end or the first one that only moves filament; returns the index after the last taken. */
  private levelRun(moves: LevelMoves, k: number, firstLine: number): number {
    const { values, masks, count } = moves;
    const {
      facts,
      planner: p,
      layers,
      scale,
      z,
      offsetX,
      offsetY,
      offsetE,
      relative,
      relativeE,
      filamentArea,
      maxFeed,
    } = this;
    const travelled = this.travelled;
    const columns = layers.columns;
    const feedX = maxFeed[0]!;
    const feedY = maxFeed[1]!;
    const feedE = maxFeed[3]!;
    const mostX = this.maxAcceleration[0]!;
    const mostY = this.maxAcceleration[1]!;
    const mostE = this.maxAcceleration[3]!;
    const printA = this.printAcceleration;
    const travelA = this.travelAcceleration;
    let x = this.x;
    let y = this.y;
    let e = this.e;
    let feed = this.feedMmPerS;
    let advance = this.advance;
    let highest = this.highestAdvance;
    let chained = this.chained;
    let inLayer = false;
    let minX = 0;
    let maxX = 0;
    let minY = 0;
    let maxY = 0;
    let layerFilament = 0;
    let extrudingMoves = 0;
    let travelMoves = 0;
    const start = p.reserve(count);
    const {
      lengthMm,
      nominalMmPerS,
      accelerationMmPerS2,
      volumePerMm,
      commandedMmPerS,
      line: lineOf,
      layer: layerOf,
      directionX,
      directionY,
    } = p;
    let s = start;
    let layer = this.layer;
    let filamentOnly = 0;
    for (; k < count; k++) {
      const line = firstLine + k;
      const mask = masks[k]!;
      const at = k * COLUMNS_PER_MOVE;
      if ((mask & (1 << F_AT)) !== 0) {
        feed = (values[at + F_AT]! * scale) / 60;
        this.feedMmPerS = feed;
      }
      const x0 = x;
      const y0 = y;
      const e0 = e;
      let x1 = x0;
      let y1 = y0;
      let e1 = e0;
      if ((mask & (1 << X_AT)) !== 0) x1 = values[at + X_AT]! * scale + (relative ? x0 : offsetX);
      if ((mask & (1 << Y_AT)) !== 0) y1 = values[at + Y_AT]! * scale + (relative ? y0 : offsetY);
      if ((mask & (1 << E_AT)) !== 0) e1 = values[at + E_AT]! * scale + (relativeE ? e0 : offsetE);
      const dx = x1 - x0;
      const dy = y1 - y0;
      const de = e1 - e0;
      if (!(Math.abs(dx) + Math.abs(dy) + Math.abs(de) < FARTHEST_MM)) {
        noteProblem(facts, line, BEYOND_TEN_METRES);
        continue;
      }
      x = x1;
      y = y1;
      e = e1;
      if (de !== 0) {
        advance += de;
        if (advance > highest) highest = advance;
      }
      const squared = dx * dx + dy * dy;
      if (squared === 0) {
        if (de === 0) continue;
        filamentOnly = de;
        break;
      }
      if (!this.homed && facts.movedBeforeHomingLine === 0) facts.movedBeforeHomingLine = line;
      const length = Math.sqrt(squared);
      const inverse = 1 / length;
      const extruding = de > 0;
      if (extruding) {
        extrudingMoves++;
        if (this.heat.isChanged) this.heat.noteExtrusion(line);
        if (!inLayer) {
          if (z !== this.layerZ) this.enterLayer(line);
          layer = this.layer;
          if (layer !== this.chainedLayer) chained = false;
          inLayer = true;
          minX = columns.minX[layer]!;
          maxX = columns.maxX[layer]!;
          minY = columns.minY[layer]!;
          maxY = columns.maxY[layer]!;
          layerFilament = columns.filamentMm[layer]!;
        }
        if (!chained) {
          // else the start is the end already counted
          chained = true;
          if (x0 < minX) minX = x0;
          if (x0 > maxX) maxX = x0;
          if (y0 < minY) minY = y0;
          if (y0 > maxY) maxY = y0;
          this.extruded.add(x0, y0, z, line);
          this.extruded.add(x1, y1, z, line);
        }
        if (x1 < minX || x1 > maxX || y1 < minY || y1 > maxY) {
          if (x1 < minX) minX = x1;
          if (x1 > maxX) maxX = x1;
          if (y1 < minY) minY = y1;
          if (y1 > maxY) maxY = y1;
          this.extruded.add(x1, y1, z, line);
        }
        layerFilament += de;
      } else {
        travelMoves++;
        chained = false;
        travelled.add(x1, y1, z, line);
      }
      const ux = dx * inverse;
      const uy = dy * inverse;
      const ax = Math.abs(ux);
      const ay = Math.abs(uy);
      const ue = Math.abs(de) * inverse;
      const commanded = feed > 0 ? feed : this.commandedMmPerS(line);
      let nominal = commanded;
      let a = extruding ? printA : travelA;
      if (ax * nominal > feedX) {
        this.beyond(0, ax * commanded, line);
        nominal = feedX / ax;
      }
      if (ay * nominal > feedY) {
        this.beyond(1, ay * commanded, line);
        nominal = feedY / ay;
      }
      if (ue * nominal > feedE) {
        this.beyond(3, ue * commanded, line);
        nominal = feedE / ue;
      }
      if (ax * a > mostX) a = mostX / ax;
      if (ay * a > mostY) a = mostY / ay;
      if (ue * a > mostE) a = mostE / ue;
      lengthMm[s] = length;
      nominalMmPerS[s] = nominal;
      accelerationMmPerS2[s] = a;
      commandedMmPerS[s] = commanded;
      volumePerMm[s] = extruding ? de * filamentArea * inverse : 0;
      directionX[s] = ux;
      directionY[s] = uy;
      lineOf[s] = line;
      layerOf[s] = layer;
      s++;
    }
    p.commitLevel(s - start);
    this.x = x;
    this.y = y;
    this.e = e;
    this.advance = advance;
    this.highestAdvance = highest;
    facts.extrudingMoves += extrudingMoves;
    facts.travelMoves += travelMoves;
    this.chained = chained;
    if (extrudingMoves + travelMoves > 0) this.rising = false;
    if (inLayer) {
      this.chainedLayer = layer;
      columns.minX[layer] = minX;
      columns.maxX[layer] = maxX;
      columns.minY[layer] = minY;
      columns.maxY[layer] = maxY;
      columns.filamentMm[layer] = layerFilament;
    }
    if (filamentOnly !== 0) this.filamentOnly(filamentOnly, firstLine + k++);
    return k;
  }

  private move(motion: number, w: LineWords, line: number): void {
    const v = w.values;
    const mask = w.mask;
    const scale = this.scale;
    if ((w.bare & MOVE_WORDS) !== 0)
      noteProblem(this.facts, line, 'a coordinate or feedrate without a figure, left out');
    if ((mask & (1 << F)) !== 0) this.feedMmPerS = (v[F]! * scale) / 60;
    const x0 = this.x;
    const y0 = this.y;
    const z0 = this.z;
    const e0 = this.e;
    let x1 = x0;
    let y1 = y0;
    let z1 = z0;
    let e1 = e0;
    if (this.relative) {
      if ((mask & (1 << X)) !== 0) x1 = x0 + v[X]! * scale;
      if ((mask & (1 << Y)) !== 0) y1 = y0 + v[Y]! * scale;
      if ((mask & (1 << Z)) !== 0) z1 = z0 + v[Z]! * scale;
    } else {
      if ((mask & (1 << X)) !== 0) x1 = v[X]! * scale + this.offsetX;
      if ((mask & (1 << Y)) !== 0) y1 = v[Y]! * scale + this.offsetY;
      if ((mask & (1 << Z)) !== 0) z1 = v[Z]! * scale + this.offsetZ;
    }
    if ((mask & (1 << E)) !== 0) e1 = this.relativeE ? e0 + v[E]! * scale : v[E]! * scale + this.offsetE;
    const dx = x1 - x0;
    const dy = y1 - y0;
    const dz = z1 - z0;
    const de = e1 - e0;
    if (!(Math.abs(dx) + Math.abs(dy) + Math.abs(dz) + Math.abs(de) < FARTHEST_MM)) {
      noteProblem(this.facts, line, BEYOND_TEN_METRES);
      return;
    }
    this.x = x1;
    this.y = y1;
    this.z = z1;
    this.e = e1;
    if (de !== 0) {
      this.advance += de;
      if (this.advance > this.highestAdvance) this.highestAdvance = this.advance;
    }
    let arc: Arc | null = null;
    if (motion >= 2) {
      const clockwise = motion === 2;
      arc =
        (mask & ((1 << I) | (1 << J))) !== 0
          ? arcByCentre(
              x0,
              y0,
              x1,
              y1,
              (mask & (1 << I)) !== 0 ? v[I]! * scale : 0,
              (mask & (1 << J)) !== 0 ? v[J]! * scale : 0,
              clockwise,
            )
          : (mask & (1 << R)) !== 0
            ? arcByRadius(x0, y0, x1, y1, v[R]! * scale, clockwise)
            : null;
      if (arc === null)
        noteProblem(this.facts, line, 'an arc without a usable centre or radius, read as a straight move');
    }
    const flat = arc === null ? dx * dx + dy * dy : 0;
    const hasXY = arc !== null || flat > 0;
    const length = arc === null ? Math.sqrt(flat + dz * dz) : Math.hypot(arc.radiusMm * arc.sweep, dz);
    if (length === 0) {
      if (de !== 0) this.filamentOnly(de, line);
      return;
    }
    const m = this.m;
    m[0] = dx;
    m[1] = dy;
    m[2] = dz;
    m[3] = de;
    m[4] = length;
    m[5] = x0;
    m[6] = y0;
    m[7] = z0;
    this.pathMove(hasXY, arc, line);
  }

  private pathMove(hasXY: boolean, arc: Arc | null, line: number): void {
    const facts = this.facts;
    const m = this.m;
    const dx = m[0]!;
    const dy = m[1]!;
    const dz = m[2]!;
    const de = m[3]!;
    const length = m[4]!;
    const extruding = hasXY && de > 0;
    if (!this.homed && facts.movedBeforeHomingLine === 0) facts.movedBeforeHomingLine = line;
    if (extruding) this.noteExtrusion(arc, line);
    else {
      facts.travelMoves++;
      this.rising = false;
      this.chained = false;
      this.travelled.add(this.x, this.y, this.z, line);
      if (arc) this.travelArc(arc, line);
    }
    let ux: number;
    let uy: number;
    let ex: number;
    let ey: number;
    const inverse = 1 / length;
    const uz = dz * inverse;
    const ue = Math.abs(de) * inverse;
    if (arc === null) {
      ux = ex = dx * inverse;
      uy = ey = dy * inverse;
    } else {
      const flat = Math.sqrt(Math.max(0, 1 - uz * uz));
      const sign = Math.sign(arc.sweep);
      const end = arc.startAngle + arc.sweep;
      ux = -Math.sin(arc.startAngle) * sign * flat;
      uy = Math.cos(arc.startAngle) * sign * flat;
      ex = -Math.sin(end) * sign * flat;
      ey = Math.cos(end) * sign * flat;
    }
    const commanded = this.commandedMmPerS(line);
    let nominal = commanded;
    // An arc turns through every direction, so each axis is held to the full path speed.
    const ax = arc === null ? Math.abs(ux) : 1;
    const ay = arc === null ? Math.abs(uy) : 1;
    const az = Math.abs(uz);
    const feed = this.maxFeed;
    const most = this.maxAcceleration;
    if (ax * nominal > feed[0]!) {
      this.beyond(0, ax * commanded, line);
      nominal = feed[0]! / ax;
    }
    if (ay * nominal > feed[1]!) {
      this.beyond(1, ay * commanded, line);
      nominal = feed[1]! / ay;
    }
    if (az * nominal > feed[2]!) {
      this.beyond(2, az * commanded, line);
      nominal = feed[2]! / az;
    }
    if (ue * nominal > feed[3]!) {
      this.beyond(3, ue * commanded, line);
      nominal = feed[3]! / ue;
    }
    let a = extruding ? this.printAcceleration : this.travelAcceleration;
    if (ax * a > most[0]!) a = most[0]! / ax;
    if (ay * a > most[1]!) a = most[1]! / ay;
    if (az * a > most[2]!) a = most[2]! / az;
    if (ue * a > most[3]!) a = most[3]! / ue;
    const p = this.planner;
    const d = p.direction;
    const k = p.reserve();
    d[0] = ux;
    d[1] = uy;
    d[2] = uz;
    d[3] = ex;
    d[4] = ey;
    d[5] = uz;
    p.lengthMm[k] = length;
    p.nominalMmPerS[k] = nominal;
    p.accelerationMmPerS2[k] = a;
    p.volumePerMm[k] = extruding ? de * this.filamentArea * inverse : 0;
    p.commandedMmPerS[k] = commanded;
    p.line[k] = line;
    p.layer[k] = this.layer;
    p.commit(true);
  }

  private noteExtrusion(arc: Arc | null, line: number): void {
    const facts = this.facts;
    const m = this.m;
    facts.extrudingMoves++;
    if (this.heat.isChanged) this.heat.noteExtrusion(line);
    if (m[2]! > 1e-6) this.noteRise(arc, m[0]!, m[1]!, line);
    else {
      this.rising = false;
      if (this.z !== this.layerZ) this.enterLayer(line);
    }
    const layer = this.layer;
    if (!this.chained || layer !== this.chainedLayer) {
      // else the start is the end already counted
      this.widen(layer, m[5]!, m[6]!, m[7]!, line);
      this.chained = true;
      this.chainedLayer = layer;
      this.extruded.add(this.x, this.y, this.z, line);
    }
    const point = this.point;
    point[0] = this.x;
    point[1] = this.y;
    // A point inside its layer's box is inside the whole's: only a layer that grows can widen the whole.
    if (this.layers.widen(layer, point) || this.rising) this.extruded.add(this.x, this.y, this.z, line);
    if (arc) this.extrudeArc(arc, layer, line);
    this.layers.columns.filamentMm[layer] = this.layers.columns.filamentMm[layer]! + m[3]!;
  }

  private enterLayer(line: number): void {
    const z = this.z;
    this.layer = this.layers.layerAt(Math.round(z * 1e4), z, line);
    this.layerZ = z;
    if (z > this.highestLaidMm) this.highestLaidMm = z;
    else if (this.highestLaidMm - z > BACK_DOWN_MM) {
      const known = this.facts.backDown;
      if (!known || z - this.highestLaidMm < known.zMm - known.besideMm)
        this.facts.backDown = { zMm: z, besideMm: this.highestLaidMm, line };
    }
  }

  // Apart from the hot path: a function that makes a closure pays for its captured variables on every call.
  private travelArc(arc: Arc, line: number): void {
    eachExtreme(arc, (x, y) => this.travelled.add(x, y, this.z, line));
  }
  private extrudeArc(arc: Arc, layer: number, line: number): void {
    eachExtreme(arc, (x, y) => this.widen(layer, x, y, this.z, line));
  }

  private widen(layer: number, x: number, y: number, z: number, line: number): void {
    this.point[0] = x;
    this.point[1] = y;
    this.layers.widen(layer, this.point);
    this.extruded.add(x, y, z, line);
  }

  private noteRise(arc: Arc | null, dx: number, dy: number, line: number): void {
    const length = Math.hypot(dx, dy) || 1;
    if (arc) this.facts.spiralTurns += Math.abs(arc.sweep) / (2 * Math.PI);
    else {
      const ux = dx / length;
      const uy = dy / length;
      if (this.rising)
        this.facts.spiralTurns +=
          Math.abs(Math.atan2(this.lastUx * uy - this.lastUy * ux, this.lastUx * ux + this.lastUy * uy)) /
          (2 * Math.PI);
      this.lastUx = ux;
      this.lastUy = uy;
    }
    this.rising = true;
    if (this.rampHeights.size < 4096) this.rampHeights.add(Math.round(this.z * 1e4));
    const bin = Math.floor(this.z / RAMP_BIN_MM);
    const before = this.layers.count;
    this.layer = this.layers.layerAt(-1 - bin, this.z, line);
    this.layerZ = NaN;
    this.rampBins += this.layers.count - before;
  }

  private filamentOnly(de: number, line: number): void {
    const facts = this.facts;
    const speed = this.commandedMmPerS(line);
    facts.filamentOnlyMoves++;
    if (de < 0) {
      facts.retractions++;
      if (this.layer >= 0) this.layers.columns.retractions[this.layer]!++;
      if (-de > facts.longestRetractionMm) {
        facts.longestRetractionMm = -de;
        facts.longestRetractionLine = line;
      }
      if (-de < facts.shortestRetractionMm) {
        facts.shortestRetractionMm = -de;
        facts.shortestRetractionLine = line;
      }
      if (speed > facts.fastestRetractionMmPerS) facts.fastestRetractionMmPerS = speed;
    } else if (!this.heat.nozzleWaited && facts.coldExtrusionLine === 0) facts.coldExtrusionLine = line;
    if (speed > this.maxFeed[3]!) this.beyond(3, speed, line);
    const a = this.maxAcceleration[3]!;
    const p = this.planner;
    const k = p.reserve();
    p.direction.fill(0);
    p.lengthMm[k] = Math.abs(de);
    p.nominalMmPerS[k] = Math.min(speed, this.maxFeed[3]!);
    p.accelerationMmPerS2[k] = a;
    p.volumePerMm[k] = 0;
    p.commandedMmPerS[k] = speed;
    p.line[k] = line;
    p.layer[k] = this.layer;
    p.commit(false);
  }

  private commandedMmPerS(line: number): number {
    if (this.feedMmPerS > 0) return this.feedMmPerS;
    if (this.facts.missingFeedLine === 0) {
      this.facts.missingFeedLine = line;
      noteProblem(this.facts, line, 'a move before any feedrate; taken at the fastest axis speed');
    }
    return Math.max(this.maxFeed[0]!, this.maxFeed[1]!);
  }

  private beyond(axis: number, mmPerS: number, line: number): void {
    const machine = this.limits.maxFeedMmPerS[axis]!;
    if (mmPerS <= machine * (1 + 1e-9)) {
      this.facts.speedFasterThanFile++;
      return;
    } // only the file's own M203 is exceeded
    const at = this.facts.speedBeyond[axis]!;
    at.count++;
    if (mmPerS > at.mmPerS) {
      at.mmPerS = mmPerS;
      at.line = line;
    }
  }

  private changeTool(tool: number, line: number): void {
    if (!this.facts.tools.includes(tool) && this.facts.tools.length < 32) {
      this.facts.tools.push(tool);
      this.facts.toolLine.push(line);
    }
    if (tool === this.tool) return;
    this.tool = tool;
    this.finishedToolsMm += this.highestAdvance;
    this.advance = this.highestAdvance = 0;
  }

  private doG(code: number, w: LineWords, line: number): void {
    const v = w.values;
    const has = (letter: number) => (w.mask & (1 << letter)) !== 0;
    switch (code) {
      case 4: {
        const s = has(S) ? v[S]! : has(P) ? v[P]! / 1000 : 0;
        this.planner.rest();
        if (s > 0 && s < 1e6) noteDwell(this.facts, s, line);
        return;
      }
      case 10:
        this.planner.rest();
        this.facts.retractions++;
        if (this.layer >= 0) this.layers.columns.retractions[this.layer]!++;
        return;
      case 11:
        this.planner.rest();
        return;
      case 17:
        return;
      case 20:
        this.scale = 25.4;
        if (this.facts.inchesLine === 0) this.facts.inchesLine = line;
        return;
      case 21:
        this.scale = 1;
        return;
      case 28:
        this.home(w, line);
        return;
      // Filament follows G90 and G91 until M82 or M83 says otherwise; then only those change it.
      case 90:
        this.relative = false;
        if (!this.filamentModeSaid) this.relativeE = false;
        return;
      case 91:
        this.relative = true;
        if (!this.filamentModeSaid) this.relativeE = true;
        return;
      case 92: {
        const all = !has(X) && !has(Y) && !has(Z) && !has(E);
        if (all) {
          this.offsetX = this.x;
          this.offsetY = this.y;
          this.offsetZ = this.z;
          this.offsetE = this.e;
          return;
        }
        if (has(X)) this.offsetX = this.x - v[X]! * this.scale;
        if (has(Y)) this.offsetY = this.y - v[Y]! * this.scale;
        if (has(Z)) this.offsetZ = this.z - v[Z]! * this.scale;
        if (has(E)) this.offsetE = this.e - v[E]! * this.scale;
        return;
      }
      default:
        noteUnknown(this.facts, `G${code}`, line);
    }
  }

  private home(w: LineWords, line: number): void {
    const all = [X, Y, Z].every((l) => ((w.mask | w.bare) & (1 << l)) === 0);
    const axis = (l: number) => all || ((w.mask | w.bare) & (1 << l)) !== 0;
    this.planner.rest();
    if (axis(X)) {
      this.x = 0;
      this.offsetX = 0;
    }
    if (axis(Y)) {
      this.y = 0;
      this.offsetY = 0;
    }
    if (axis(Z)) {
      this.z = 0;
      this.offsetZ = 0;
    }
    this.homed = true;
    if (this.facts.homedLine === 0) this.facts.homedLine = line;
  }

  private doM(code: number, w: LineWords, line: number): void {
    const v = w.values;
    const has = (letter: number) => (w.mask & (1 << letter)) !== 0;
    switch (code) {
      case 82:
      case 83:
        this.relativeE = code === 83;
        this.filamentModeSaid = true;
        return;
      case 104:
      case 109:
        if (this.heat.setNozzle(has(S) ? v[S]! : has(R) ? v[R]! : NaN, code === 109, line)) this.planner.rest();
        return;
      case 140:
      case 190:
        if (this.heat.setBed(has(S) ? v[S]! : has(R) ? v[R]! : NaN, code === 190, line)) this.planner.rest();
        return;
      case 0:
      case 1:
        this.facts.pauses++;
        if (this.facts.pauseLine === 0) this.facts.pauseLine = line;
        return;
      case 106: // a full fan is 255
        if (has(P) && v[P] !== 0) return; // another fan than the part's
        noteFan(this.facts, has(S) ? Math.min(100, Math.max(0, (v[S]! / 255) * 100)) : 100, line);
        return;
      case 107:
        noteFan(this.facts, 0, line);
        return;
      case 220:
      case 221:
        if (has(S)) noteFactor(this.facts, code === 220 ? 'speedFactor' : 'flowFactor', v[S]!, line);
        return;
      case 201:
        this.tighten(this.maxAcceleration, this.limits.maxAccelerationMmPerS2, w, line);
        return;
      case 203:
        this.tighten(this.maxFeed, this.limits.maxFeedMmPerS, w, 0);
        return;
      case 204: {
        const print = has(P) ? v[P]! : has(S) ? v[S]! : NaN;
        const travel = has(T) ? v[T]! : has(S) ? v[S]! : NaN;
        if (print > 0) {
          this.noteAcceleration(print, line);
          this.printAcceleration = Math.min(print, this.limits.accelerationMmPerS2);
        }
        if (travel > 0) {
          this.noteAcceleration(travel, line);
          this.travelAcceleration = Math.min(
            travel,
            this.limits.travelAccelerationMmPerS2 ?? this.limits.accelerationMmPerS2,
          );
        }
        return;
      }
      case 205: {
        const most = this.limits.instantSpeedChangeMmPerS;
        const p = this.planner;
        if (has(X) && v[X]! > 0) p.setInstantSpeedChange(0, Math.min(most, v[X]!));
        if (has(Y) && v[Y]! > 0) p.setInstantSpeedChange(1, Math.min(most, v[Y]!));
        if (has(Z) && v[Z]! > 0) p.setInstantSpeedChange(2, Math.min(most, v[Z]!));
        if (has(J) && v[J]! > 0 && this.limits.junctionDeviationMm !== null)
          p.junctionDeviationMm = Math.min(this.limits.junctionDeviationMm, v[J]!);
        return;
      }
      default:
        if (!QUIET_M.has(code)) noteUnknown(this.facts, `M${code}`, line);
    }
  }

  /** File limit words apply from their line on and never exceed the machine's. */
  private tighten(current: Float64Array, machine: readonly number[], w: LineWords, accelerationLine: number): void {
    [X, Y, Z, E].forEach((letter, axis) => {
      if ((w.mask & (1 << letter)) === 0) return;
      const asked = w.values[letter]!;
      if (!(asked > 0)) return;
      if (accelerationLine > 0 && axis < 2 && asked > machine[axis]!) this.noteAcceleration(asked, accelerationLine);
      current[axis] = Math.min(asked, machine[axis]!);
    });
  }

  private noteAcceleration(asked: number, line: number): void {
    if (asked > this.facts.highestAccelerationMmPerS2) {
      this.facts.highestAccelerationMmPerS2 = asked;
      this.facts.highestAccelerationLine = line;
    }
  }
}

/** Commands that change nothing a report reads: motors, messages, reports, fans, end. Common practice, no source. */
const QUIET_M = new Set([2, 17, 18, 30, 73, 84, 105, 110, 114, 115, 117, 118, 400]);
