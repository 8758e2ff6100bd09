import { chordsOf, eachExtreme, pointOf, type Arc } from './arc.ts';
import { unionOf, type Bounds } from './bounds.ts';
import { takeG, takeM } from './commands.ts';
import { Interpreter, type Move, type ProgramSink } from './interpreter.ts';
import type { LevelMoves } from './levelMoves.ts';
import { levelRun } from './levelRun.ts';
import { AXIS } from './modalState.ts';
import { ProgramTally } from './tally.ts';
import type { LineWords } from './words.ts';

const MOST_RAMP_HEIGHTS = 4096;
const RAMP_STEP_MM = 1e-4;
/** Chords by which it is told what stands along an arc. */
const CHORD_ERROR_MM = 0.25;
const MOST_CHORDS = 512;

/** Follows a program as it is interpreted: hands its moves to the planner and gathers what a check reads. */
export class ProgramRun extends ProgramTally implements ProgramSink {
  private readonly interpreter = new Interpreter(this, this.state);
  private lastUx = 0;
  private lastUy = 0;
  private readonly rampHeights = new Set<number>();
  private rampBins = 0;
  /** X, Y and cross-section of the line at hand. */
  private readonly point = new Float64Array(3);

  /** Box round everything reached, travel and extrusion. */
  get reached(): Bounds {
    return unionOf(this.extruded, this.travelled);
  }
  /** Where the program leaves the tool. */
  get endMm(): readonly [number, number, number] {
    return [this.state.x, this.state.y, this.state.z];
  }
  get heightsSeen(): number {
    const turns = Math.round(this.facts.spiralTurns);
    return this.layers.partLayers().length - this.rampBins + (turns >= 1 ? turns : this.rampHeights.size);
  }

  execute(w: LineWords, line: number): void {
    this.interpreter.execute(w, line);
  }
  /** Does to each of these lines what `execute` does. */
  executeLevel(moves: LevelMoves, firstLine: number): void {
    for (let k = 0; k < moves.count;) k = levelRun(this, moves, k, firstLine);
    this.state.motion = moves.lastCommand;
  }
  finish(): void {
    this.planner.rest();
    this.heat.finish();
    for (const head of this.heads) this.refill(head); // what was drawn back last is a retraction as well
  }

  g(code: number, w: LineWords, line: number): void {
    takeG(this, code, w, line);
  }
  m(code: number, w: LineWords, line: number): void {
    takeM(this, code, w, line);
  }
  tool(tool: number, line: number): void {
    if (!this.facts.tools.includes(tool) && this.facts.tools.length < 32) {
      this.facts.tools.push(tool);
      this.facts.toolLine.push(line);
    }
    if (tool !== this.head.tool) this.takeHead(tool, line);
  }
  filament(de: number, line: number): void {
    this.advanceBy(de);
    this.filamentAlone(de, line);
  }
  private advanceBy(de: number): void {
    const { head } = this;
    head.advance += de;
    if (head.advance > head.highestAdvance) head.highestAdvance = head.advance;
  }

  path(m: Move, line: number): void {
    const { facts, state } = this;
    const { arc, dx, dy, dz, de, lengthMm: length } = m;
    if (de !== 0) this.advanceBy(de);
    const extruding = m.hasXY && de > 0;
    this.noteHeights(m, extruding, line);
    if (state.homed !== AXIS.all && facts.movedBeforeHomingLine === 0 && this.movesUnhomed(m))
      facts.movedBeforeHomingLine = line;
    if (extruding) this.noteExtrusion(m, line);
    else {
      facts.travelMoves++;
      this.rising = false;
      this.chained = false;
      if (de < 0) this.draw(de, line);
      this.travelled.add(state.x, state.y, state.z, line);
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
      const along = Math.sign(arc.sweep) * flat;
      const end = arc.startAngle + arc.sweep;
      ux = -Math.sin(arc.startAngle) * along;
      uy = Math.cos(arc.startAngle) * along;
      ex = -Math.sin(end) * along;
      ey = Math.cos(end) * along;
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
    const asked = extruding ? this.printAcceleration : this.travelAcceleration;
    const a = Math.min(asked, most[0]! / ax, most[1]! / ay, most[2]! / az, most[3]! / ue);
    if (arc !== null) nominal = Math.min(nominal, Math.sqrt(a * arc.radiusMm)); // centripetal: v² / r
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

  /** What the nozzle goes through on its way, and what it lays there. */
  private noteHeights({ arc, dz, fromX, fromY, fromZ }: Move, extruding: boolean, line: number): void {
    const { x, y, z } = this.state;
    const lowest = dz < 0 ? z : fromZ;
    const isLow = this.isBelowLaid(lowest);
    if (!isLow && !extruding) return;
    const chords = arc ? chordsOf(arc, CHORD_ERROR_MM, MOST_CHORDS) : 1;
    let [x0, y0] = [fromX, fromY];
    for (let k = 1; k <= chords; k++) {
      const [x1, y1] = arc && k < chords ? pointOf(arc, k / chords) : [x, y];
      if (isLow) this.noteLow(x0, y0, x1, y1, lowest, line);
      if (extruding) this.laidHeights.lay(x0, y0, x1, y1, z);
      [x0, y0] = [x1, y1];
    }
  }

  /** Whether a move goes along an axis whose place is not known; a lift before homing, by so much and up, is usual. */
  private movesUnhomed({ dx, dy, dz, arc }: Move): boolean {
    const { homed, isRelative } = this.state;
    if ((dx !== 0 || arc !== null) && (homed & AXIS.x) === 0) return true;
    if ((dy !== 0 || arc !== null) && (homed & AXIS.y) === 0) return true;
    return dz !== 0 && (homed & AXIS.z) === 0 && !(isRelative && dz > 0);
  }

  private noteExtrusion(m: Move, line: number): void {
    const { facts, state } = this;
    const { arc } = m;
    facts.extrudingMoves++;
    if (this.isUnsettled) this.settle(line);
    if (this.head.drawnMm !== 0) this.refill();
    if (this.mindsPlace) this.notePlace(m.fromX, m.fromY, state.x, state.y, line, arc);
    if (m.dz > 1e-6) this.noteRise(arc, m.dx, m.dy, line);
    else {
      this.rising = false;
      if (state.z !== this.layerZ) this.enterLayer(line);
    }
    const layer = this.layer;
    this.point[2] = (m.de * this.filamentArea) / m.lengthMm;
    if (!this.chained || layer !== this.chainedLayer) {
      // else the start is the end already counted
      this.layers.islands.enter(layer, m.fromX, m.fromY, line);
      this.widen(layer, m.fromX, m.fromY, m.fromZ, line);
      this.chained = true;
      this.chainedLayer = layer;
      this.extruded.add(state.x, state.y, state.z, line);
    }
    const point = this.point;
    point[0] = state.x;
    point[1] = state.y;
    this.layers.islands.widen(state.x, state.y);
    // A point inside its layer's box is inside the whole's: only a layer that grows can widen the whole.
    if (this.layers.widen(layer, point) || this.rising) this.extruded.add(state.x, state.y, state.z, line);
    if (arc) this.extrudeArc(arc, layer, line);
    this.layers.columns.filamentMm[layer] = this.layers.columns.filamentMm[layer]! + m.de;
  }

  // Apart from the hot path: a function that makes a closure pays for its captured variables on every call.
  private travelArc(arc: Arc, line: number): void {
    eachExtreme(arc, (x, y) => this.travelled.add(x, y, this.state.z, line));
  }
  private extrudeArc(arc: Arc, layer: number, line: number): void {
    eachExtreme(arc, (x, y) => this.widen(layer, x, y, this.state.z, line));
  }

  private widen(layer: number, x: number, y: number, z: number, line: number): void {
    this.point[0] = x;
    this.point[1] = y;
    this.layers.widen(layer, this.point);
    this.layers.islands.widen(x, y);
    this.extruded.add(x, y, z, line);
  }

  private noteRise(arc: Arc | null, dx: number, dy: number, line: number): void {
    if (arc) this.facts.spiralTurns += Math.abs(arc.sweep) / (2 * Math.PI);
    else {
      const length = Math.hypot(dx, dy);
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
    const { z } = this.state;
    if (this.rampHeights.size < MOST_RAMP_HEIGHTS) this.rampHeights.add(Math.round(z / RAMP_STEP_MM));
    const before = this.layers.count;
    this.layer = this.layers.layerAt(z, true, line);
    this.layerZ = NaN;
    this.rampBins += this.layers.count - before;
  }
}
