import type { MotionLimits } from '../motion/limits.ts';
import { MotionPlanner } from '../motion/planner.ts';
import { filamentAreaMm2 } from '../toolpath/bead.ts';
import { chordsOf, furthestOf, pointOf, type Arc } from './arc.ts';
import { BedEdge, firstWithin, liesIn, type Rectangle } from './bed.ts';
import { Bounds } from './bounds.ts';
import { emptyFacts, emptyHead, noteProblem, type HeadFacts } from './facts.ts';
import { HeatFollower } from './heat.ts';
import type { ProblemKind } from './interpreter.ts';
import { BACK_DOWN_MM, LayerFigures } from './layers.ts';
import { AXIS, ModalState } from './modalState.ts';
import type { ProgramReading } from './reading.ts';
import { LaidHeights, STRIKES_MM } from './laidHeights.ts';

/** No machine has more; what asks for more is told by its numbers. */
const MOST_HEADS = 32;
/** Chords by which it is told where an arc lies on the plate. */
const EDGE_ERROR_MM = 0.05;
const MOST_CHORDS = 512;
const SAME_MM = 1e-6;

/** What is gathered of a program while it is followed, line by line or many level lines at once. */
export class ProgramTally {
  readonly state: ModalState;
  readonly facts = emptyFacts();
  readonly layers = new LayerFigures();
  readonly extruded = new Bounds();
  readonly travelled = new Bounds();
  readonly planner: MotionPlanner;
  readonly heat: HeatFollower;
  printAcceleration: number;
  /** What the program asked for lines last, or else what the machine does by itself; unclipped, and where. */
  private askedAcceleration: number;
  private askedAccelerationLine = 0;
  /** Whether heat, head, acceleration or motors have changed since something was laid last. */
  isUnsettled = true;
  private areMotorsOff = false;
  /** The controller's own retraction, as set by the profile or by M207. */
  ownRetraction: ProgramReading['ownRetraction'];
  /** Whether it matters where on the plate something is laid. */
  readonly mindsPlace: boolean;
  private readonly roundBed: ProgramReading['roundBed'];
  private readonly edge: BedEdge | null;
  private readonly purgePlaces: readonly Rectangle[];
  private readonly zones: readonly Rectangle[];
  travelAcceleration: number;
  readonly maxFeed: Float64Array;
  readonly maxAcceleration: Float64Array;
  readonly filamentArea: number;
  /** Heads in the order they were first spoken to, and the one that is at work. */
  readonly heads: HeadFacts[] = [emptyHead(0)];
  head = this.heads[0]!;
  layer = -1;
  layerZ = NaN;
  /** Whether the last line rose as it was printed. */
  rising = false;
  private highestLaidMm = -Infinity;
  readonly laidHeights = new LaidHeights();
  /** Whether the next line begins where the last one ended, and in what layer that was. */
  chained = false;
  chainedLayer = -1;

  constructor(readonly limits: MotionLimits) {
    const { reads } = limits;
    this.filamentArea = filamentAreaMm2(limits.filamentDiameterMm);
    this.heat = new HeatFollower(
      this.facts,
      limits.warms,
      () => this.layers.timeS + this.layers.stoodS + this.facts.heatingS,
    );
    this.heat.take(this.head);
    this.state = new ModalState(reads, this.filamentArea);
    this.roundBed = reads?.roundBed;
    this.edge = reads?.bedOutline ? new BedEdge(reads.bedOutline) : null;
    this.purgePlaces = reads?.purgePlaces ?? [];
    this.zones = reads?.zones ?? [];
    this.mindsPlace = this.edge !== null || this.roundBed !== undefined || this.zones.length > 0;
    this.ownRetraction = reads?.ownRetraction;
    this.askedAcceleration = limits.accelerationMmPerS2;
    this.planner = new MotionPlanner(this.layers, limits);
    this.printAcceleration = limits.accelerationMmPerS2;
    this.travelAcceleration = limits.travelAccelerationMmPerS2 ?? limits.accelerationMmPerS2;
    this.maxFeed = Float64Array.from(limits.maxFeedMmPerS);
    this.maxAcceleration = Float64Array.from(limits.maxAccelerationMmPerS2);
  }

  /** What the first line laid since something changed tells. */
  settle(line: number): void {
    const { facts } = this;
    this.isUnsettled = false;
    if (this.areMotorsOff && facts.laidUnheldLine === 0) facts.laidUnheldLine = line;
    this.heat.noteExtrusion(this.head, line);
    const inForce = Math.min(this.askedAcceleration, Math.max(this.maxAcceleration[0]!, this.maxAcceleration[1]!));
    if (inForce > facts.printAccelerationMmPerS2) {
      facts.printAccelerationMmPerS2 = inForce;
      facts.printAccelerationLine = this.askedAccelerationLine;
    }
  }
  askAcceleration(mmPerS2: number, line: number): void {
    this.askedAcceleration = mmPerS2;
    this.askedAccelerationLine = line;
    this.isUnsettled = true;
  }

  /** Filament goes back, alone or beside a wipe: what goes back without a refill between is one retraction. */
  draw(de: number, line: number, fedBeforeMm = this.head.advance - de): void {
    const { head } = this;
    if (head.drawnMm === 0) {
      head.drawnFromMm = fedBeforeMm;
      head.retractions++;
    }
    head.drawnMm -= de;
    head.drawnLine = line;
    if (head.drawnMm > head.longestRetractionMm) {
      head.longestRetractionMm = head.drawnMm;
      head.longestRetractionLine = line;
    }
  }
  /** Filament goes on again after it went back. */
  refill(head = this.head): void {
    if (head.drawnMm > 0) {
      const times = head.passes.note(head.drawnFromMm, head.drawnMm);
      if (times > head.mostPasses) {
        head.mostPasses = times;
        head.mostPassesLine = head.drawnLine;
      }
    }
    if (head.drawnMm > 0 && head.drawnMm < head.shortestRetractionMm) {
      head.shortestRetractionMm = head.drawnMm;
      head.shortestRetractionLine = head.drawnLine;
    }
    head.drawnMm = 0;
  }

  /** Something is laid along there: beyond the edge of the plate, or where nothing may be. */
  notePlace(x0: number, y0: number, x1: number, y1: number, line: number, arc: Arc | null = null): void {
    const chords = arc ? chordsOf(arc, EDGE_ERROR_MM, MOST_CHORDS) : 1;
    let [fromX, fromY] = [x0, y0];
    const isPurge = this.purgePlaces.some((place) => liesIn(place, x0, y0) && liesIn(place, x1, y1));
    for (let k = 1; k <= chords; k++) {
      const [toX, toY] = arc ? pointOf(arc, k / chords) : [x1, y1];
      this.noteZones(fromX, fromY, toX, toY, line);
      if (this.edge && !isPurge) this.noteEdge(this.edge, fromX, fromY, toX, toY, line);
      [fromX, fromY] = [toX, toY];
    }
    const { roundBed: round } = this;
    if (!round || isPurge) return;
    this.noteFurthest(Math.hypot(x0 - round.x, y0 - round.y), line);
    this.noteFurthest(arc ? furthestOf(arc, round.x, round.y) : Math.hypot(x1 - round.x, y1 - round.y), line);
  }
  private noteZones(x0: number, y0: number, x1: number, y1: number, line: number): void {
    const { inZones } = this.facts;
    for (const zone of this.zones) {
      if (inZones.some((found) => found.zone === zone)) continue;
      const within = firstWithin(zone, x0, y0, x1, y1);
      if (within) inZones.push({ zone, line, x: within[0], y: within[1] });
    }
  }
  private noteEdge(edge: BedEdge, x0: number, y0: number, x1: number, y1: number, line: number): void {
    const steps = edge.stepsAlong(Math.hypot(x1 - x0, y1 - y0));
    for (let k = 0; k <= steps; k++) {
      const [x, y] = [x0 + ((x1 - x0) * k) / steps, y0 + ((y1 - y0) * k) / steps];
      const mm = edge.beyondMm(x, y);
      if (mm > (this.facts.beyondOutline?.mm ?? 1e-6)) this.facts.beyondOutline = { mm, line, x, y };
    }
  }
  private noteFurthest(mm: number, line: number): void {
    // of lines as far the first, whatever the last digit of their places says
    if (mm <= this.facts.furthestMm + SAME_MM) return;
    this.facts.furthestMm = mm;
    this.facts.furthestLine = line;
  }

  /** The motors go off: where the head is nobody knows until it is homed again. */
  motorsOff(): void {
    this.planner.rest();
    this.areMotorsOff = this.isUnsettled = true;
  }
  homed(line: number): void {
    this.planner.rest();
    this.areMotorsOff = false;
    const { homedLast } = this.state;
    this.facts.homings += ((homedLast & 1) + ((homedLast >> 1) & 1) + ((homedLast >> 2) & 1)) / 3;
    if (this.facts.homedLine === 0) this.facts.homedLine = line;
    // homed down to the plate beside what stands on it, or into it
    if ((homedLast & AXIS.z) !== 0 && this.highestLaidMm > BACK_DOWN_MM) this.noteBackDown(0, line);
  }
  problem(line: number, kind: ProblemKind, text: string): void {
    noteProblem(this.facts, line, kind, text);
  }

  /** The facts of a head; too many of them go to the one at work. */
  headOf(tool: number): HeadFacts {
    const known = this.heads.find((h) => h.tool === tool);
    if (known) return known;
    if (this.heads.length === MOST_HEADS) return this.head;
    const head = emptyHead(tool);
    this.heads.push(head);
    return head;
  }
  /** Another head goes on: the machine stands still for it, and its peaks of flow are its own. */
  takeHead(tool: number, line: number): void {
    this.planner.rest();
    if (this.head.tool !== tool) this.facts.headChanges++;
    this.noteFlow();
    this.isUnsettled = true;
    this.heat.leave(this.head, line);
    this.head = this.headOf(tool);
    this.heat.take(this.head);
    this.layers.peakFlow = this.head.highestFlowMm3PerS;
    this.layers.peakFlowLine = this.head.highestFlowLine;
    this.layers.peakFlowCommanded = this.head.highestFlowCommandedMm3PerS;
    this.chained = false;
  }
  /** Keeps what the head at work has laid fastest so far. */
  noteFlow(): void {
    this.head.highestFlowMm3PerS = this.layers.peakFlow;
    this.head.highestFlowLine = this.layers.peakFlowLine;
    this.head.highestFlowCommandedMm3PerS = this.layers.peakFlowCommanded;
  }

  enterLayer(line: number): void {
    const { z } = this.state;
    this.layer = this.layers.layerAt(z, false, line);
    this.layerZ = z;
    if (z > this.highestLaidMm) this.highestLaidMm = z;
    else if (this.highestLaidMm - z > BACK_DOWN_MM) this.noteBackDown(z, line);
  }
  /** Whether something may stand higher here than the nozzle goes. */
  isBelowLaid(zMm: number): boolean {
    return zMm < this.highestLaidMm - STRIKES_MM;
  }
  /** The nozzle goes along there, lower than something that stands. */
  noteLow(x0: number, y0: number, x1: number, y1: number, z: number, line: number): void {
    const deepMm = this.laidHeights.highestAlong(x0, y0, x1, y1) - z;
    if (deepMm > STRIKES_MM && !(this.facts.struck && this.facts.struck.deepMm >= deepMm))
      this.facts.struck = { deepMm, zMm: z, line, x: x1, y: y1 };
  }
  private noteBackDown(zMm: number, line: number): void {
    const known = this.facts.backDown;
    if (!known || zMm - this.highestLaidMm < known.zMm - known.besideMm)
      this.facts.backDown = { zMm, besideMm: this.highestLaidMm, line };
  }

  /** Plans filament alone; what it advances is counted already. */
  filamentAlone(de: number, line: number, mmPerS = 0): void {
    const { facts, head } = this;
    const speed = mmPerS > 0 ? mmPerS : this.commandedMmPerS(line);
    facts.filamentOnlyMoves++;
    if (de < 0) {
      this.draw(de, line);
      if (speed > head.fastestRetractionMmPerS) head.fastestRetractionMmPerS = speed;
    } else if (head.drawnMm > 0) this.refill();
    if (de > 0 && !head.isWaited && head.coldExtrusionLine === 0) head.coldExtrusionLine = line;
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

  commandedMmPerS(line: number): number {
    if (this.state.feedMmPerS > 0) return this.state.feedMmPerS;
    if (this.facts.missingFeedLine === 0) {
      this.facts.missingFeedLine = line;
      this.problem(line, 'noFeed', 'a move before any feedrate; taken at the fastest axis speed');
    }
    return Math.max(this.maxFeed[0]!, this.maxFeed[1]!);
  }

  beyond(axis: number, mmPerS: number, line: number): void {
    const machine = this.limits.maxFeedMmPerS[axis]!;
    if (mmPerS <= machine * (1 + 1e-9)) return; // only the file's own M203 is exceeded
    const at = this.facts.speedBeyond[axis]!;
    at.count++;
    if (mmPerS > at.mmPerS) {
      at.mmPerS = mmPerS;
      at.line = line;
    }
  }
}
