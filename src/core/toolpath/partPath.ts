import {
  areaMm2,
  boxOf,
  clipLines,
  difference,
  intersection,
  offset,
  ringLengthMm,
  union,
  type Region,
  type Ring,
} from '../geometry/clip.ts';
import { GcodeWriter, type WriterMark } from '../gcode/write.ts';
import { beadAreaMm2, beadSpacingMm, filamentAreaMm2 } from './bead.ts';
import type { BridgePatch } from './bridging.ts';
import { fillBlock } from './couponPath.ts';
import { gyroidCellMm, gyroidLines } from './gyroid.ts';
import { fillLines } from './infill.ts';
import { paceFor, secondsOf, SLOWEST_SHARE } from './pace.ts';
import { LayerCommands } from './layerCommands.ts';
import type { Lay } from './referencePart.ts';
import type { ToolpathLayer } from './regions.ts';
import type { MeshToolpathSettings } from './settings.ts';
import { mayBeThin, thinWallsOf, type SingleLine } from './singleLines.ts';

/** A travel of so many line widths needs no retraction. Common practice, no source. */
const SHORT_TRAVEL_WIDTHS = 5;
/** A closed wall of so many line widths round is a short loop. Common practice, no source. */
const SHORT_LOOP_WIDTHS = 40;
const HEIGHT_MM_PER_S = 8;
const LEAVES_BY_MM = 2;
/** Support lines stand so many widths apart, those that touch the part closer. Common practice, no source. */
const SUPPORT_STEP_WIDTHS = 6;
const CONTACT_STEP_WIDTHS = 2;
/** A wall of one line has no neighbour to share its round sides with: it is laid fuller, by so much of what they lack. Common
 *  practice, no source. */
const FULLNESS = 3 / 4;
const SMALLEST_FILL_MM2 = 0.05;
const FILL_ANGLE = Math.PI / 4;

/** One line of a layer before it is written. */
interface Held {
  readonly lay: Lay;
  readonly points: readonly number[];
  /** Of each piece, where they are not the kind's. */
  readonly widthsMm?: readonly number[];
  readonly isPart: boolean;
}

/** Writes the program and counts what is laid. */
export class PartPath {
  partMm3 = 0;
  restMm3 = 0;
  readonly commands: LayerCommands;
  private readonly w: GcodeWriter;
  private height = 0;
  private zMm = 0;
  private layersBegun = 0;
  private isBack = false;
  private acceleration = NaN;
  private isPart = true;
  /** Beside the part, where a layer waits until it may go on. */
  private besideMm: readonly [number, number] | null = null;
  /** Lines of the layer, written when its pace is known. */
  private held: Held[] = [];
  /** Where the layer begins: its time counts from there. */
  private layerFrom: WriterMark;

  constructor(private readonly s: MeshToolpathSettings) {
    this.commands = new LayerCommands(s);
    this.w = new GcodeWriter(s.dialect, filamentAreaMm2(s.filamentDiameterMm));
    this.layerFrom = this.w.mark();
    this.w.comment(s.title);
    if (s.chamberC !== null) this.w.raw(`M191 S${s.chamberC}`);
    this.w.raw(...fillBlock(s.startBlock, { nozzle: s.nozzleFirstC, bed: s.bedC }));
    this.w.begin();
    if (s.pressureCommand !== null)
      this.w.raw(s.pressureCommand.replaceAll('{value}', String(Number(s.pressureS.toFixed(4)))));
  }

  layer({ zMm, heightMm }: ToolpathLayer): void {
    this.layerFrom = this.w.mark();
    this.height = heightMm;
    this.layersBegun++;
    this.pullBack();
    this.zMm = roundMm(zMm);
    this.goToHeight(this.zMm);
    this.w.raw(...this.commands.begin(this.layersBegun, zMm - heightMm));
  }
  private get isFirst(): boolean {
    return this.layersBegun === 1;
  }
  private spacing(lay: Lay): number {
    return beadSpacingMm(Math.max(lay.widthMm, this.height), this.height);
  }

  /** Brim, or else skirt, round everything on the first layer. */
  surround(first: Region): void {
    const { s } = this;
    this.isPart = false;
    const step = this.spacing(s.firstLayer);
    const loops = s.brimMm > 0 ? Math.round(s.brimMm / step) : s.skirtLoops;
    const from = s.brimMm > 0 ? step / 2 : s.skirtGapMm;
    const hull = s.brimMm > 0 ? first : outerOnly(first);
    for (let k = loops - 1; k >= 0; k--) this.loops(offset(hull, from + k * step, true), () => s.firstLayer);
    const around = this.held[0]?.points;
    if (around) this.besideMm = [around[0]!, around[1]!];
    this.isPart = true;
  }

  /** Walls from the inside out, one line where two do not fit; returns what is left for the infill. */
  walls(region: Region): Region {
    const { s } = this;
    const visible = this.isFirst ? s.firstLayer : s.visibleWall;
    const hidden = this.isFirst ? s.firstLayer : s.hiddenWall;
    const firstBy = Math.max(visible.widthMm, this.height) / 2;
    const nextBy = (this.spacing(visible) + this.spacing(hidden)) / 2;
    const twoLinesMm = 2 * firstBy + this.spacing(visible);
    let rest = region;
    let rows = this.wallRows(region, visible, hidden);
    const second = rows[1]?.[0] ?? offset(region, -firstBy - nextBy);
    if (mayBeThin(region, second, firstBy + nextBy)) {
      const thin = thinWallsOf(region, twoLinesMm, visible.widthMm, this.height);
      if (thin.lines.length > 0) rows = this.wallRows((rest = thin.rest), visible, hidden);
      for (const line of thin.lines) this.single(line);
    }
    for (const [k, [loops, of]] of [...rows.entries()].reverse())
      this.loops(loops, (ring) =>
        k === 0 && !this.isFirst && ringLengthMm(ring) < SHORT_LOOP_WIDTHS * of.widthMm ? s.shortLoop : of,
      );
    const last = rows.at(-1);
    return last ? offset(last[0], -this.spacing(last[1]) / 2) : rest;
  }
  /** Middles of the walls, the outermost first; the last one may be empty. */
  private wallRows(region: Region, visible: Lay, hidden: Lay): (readonly [Region, Lay])[] {
    const rows: (readonly [Region, Lay])[] = [];
    let inset = region;
    let lay = visible;
    let by = Math.max(visible.widthMm, this.height) / 2;
    for (let k = 0; k < this.s.walls && inset.length > 0; k++) {
      inset = offset(inset, -by);
      rows.push([inset, lay]);
      by = (this.spacing(lay) + this.spacing(hidden)) / 2;
      lay = hidden;
    }
    return rows;
  }
  private single({ points, widthsMm }: SingleLine): void {
    const lay = this.isFirst ? this.s.firstLayer : this.s.remainder;
    const fullerMm = FULLNESS * this.height * (1 - Math.PI / 4);
    this.held.push({ lay, points, widthsMm: widthsMm.map((w) => w + fullerMm), isPart: true });
  }

  /** Solid and sparse lines of what the walls leave; bridges lie along their span. */
  fill(inner: Region, solid: Region, bridges: readonly BridgePatch[], isTop: boolean): void {
    if (areaMm2(inner) < SMALLEST_FILL_MM2) return;
    const { s } = this;
    const angle = this.layersBegun % 2 === 1 ? FILL_ANGLE : -FILL_ANGLE;
    let left = inner;
    let solidLeft = s.infillPercent >= 100 ? inner : solid;
    for (const bridge of bridges) {
      const over = intersection(bridge.region, left);
      if (areaMm2(over) < SMALLEST_FILL_MM2) continue;
      this.pieces(over, this.spacing(s.bridge), bridge.angle, s.bridge);
      left = difference(left, over);
      solidLeft = solidLeft === inner ? left : difference(solidLeft, over);
    }
    const solidLay = this.isFirst ? s.firstLayer : isTop ? s.topSurface : s.solidFill;
    if (solidLeft === left || s.infillPercent >= 100) return this.pieces(left, this.spacing(solidLay), angle, solidLay);
    if (areaMm2(solidLeft) > SMALLEST_FILL_MM2) this.pieces(solidLeft, this.spacing(solidLay), angle, solidLay);
    const sparse = difference(left, solidLeft);
    if (s.infillPercent <= 0 || areaMm2(sparse) < SMALLEST_FILL_MM2) return;
    const step = this.spacing(s.fill) / (s.infillPercent / 100);
    if (s.infillPattern === 'lines') return this.pieces(sparse, step, angle, s.fill);
    if (s.infillPattern === 'gyroid') return this.waves(sparse, step);
    this.pieces(sparse, 2 * step, FILL_ANGLE, s.fill);
    this.pieces(sparse, 2 * step, -FILL_ANGLE, s.fill);
  }
  private waves(region: Region, step: number): void {
    const box = boxOf(...region);
    for (const line of clipLines(gyroidLines(box, this.zMm, gyroidCellMm(step)), region))
      this.hold(this.s.fill, [...line]);
  }
  /** Columns, closer where the next layer of them is not there any more: the part lies on that. */
  support(region: Region, above: Region): void {
    const { s } = this;
    this.isPart = false;
    const contact = this.isFirst ? [] : difference(region, above);
    const body = contact.length === 0 ? region : difference(region, contact);
    const step = this.isFirst ? this.spacing(s.support) * 2 : SUPPORT_STEP_WIDTHS * s.support.widthMm;
    this.pieces(body, step, 0, s.support);
    this.pieces(contact, CONTACT_STEP_WIDTHS * s.supportContact.widthMm, 0, s.supportContact);
    this.isPart = true;
  }

  private pieces(region: Region, step: number, angle: number, lay: Lay): void {
    for (const piece of fillLines(region, step, angle)) this.hold(lay, piece);
  }
  private loops(region: Region, layOf: (ring: Ring) => Lay): void {
    for (const ring of region) this.hold(layOf(ring), closedFromBack(ring));
  }
  private hold(lay: Lay, points: readonly number[]): void {
    this.held.push({ lay, points, isPart: this.isPart });
  }

  /** Writes the layer, slower where it would take less than the least time a layer may, and waits for what is still missing. */
  finishLayer(): void {
    const { s } = this;
    const linesS = this.held.reduce(
      (sum, { lay, points }) => sum + lengthMm(points) / (lay.speedMmPerS * this.commands.speed),
      0,
    );
    if (this.isFirst || !(linesS > 0) || linesS >= s.minimumLayerTimeS) this.write(1);
    else {
      const mark = this.w.mark();
      const { isBack, acceleration, partMm3, restMm3 } = this;
      const { timeS } = paceFor(s.minimumLayerTimeS, linesS, (share) => {
        this.w.rewind(mark);
        this.isBack = isBack;
        this.acceleration = acceleration;
        this.partMm3 = partMm3;
        this.restMm3 = restMm3;
        this.write(share);
        return this.layerS(acceleration);
      });
      if (timeS < s.minimumLayerTimeS * 0.99) this.wait(s.minimumLayerTimeS, acceleration);
    }
    this.held = [];
  }
  private write(share: number): void {
    const { s, commands } = this;
    const flow = s.flow * commands.flow;
    const pace = commands.speed * Math.max(SLOWEST_SHARE, share);
    for (const { lay, points, widthsMm, isPart } of this.held) {
      this.goTo(points[0]!, points[1]!);
      this.startAs(lay);
      for (let i = 2; i < points.length; i += 2) {
        const widthMm = Math.max(widthsMm?.[i / 2 - 1] ?? lay.widthMm, this.height);
        const volume = flow * beadAreaMm2(widthMm, this.height) * this.w.distanceTo(points[i]!, points[i + 1]!);
        if (!(volume > 0)) continue;
        if (isPart) this.partMm3 += volume / flow;
        else this.restMm3 += volume / flow;
        this.w.line(points[i]!, points[i + 1]!, volume, lay.speedMmPerS * pace);
      }
    }
  }
  /** Stands still beside the part: a hot nozzle left on it melts a pit. */
  private wait(untilS: number, acceleration: number): void {
    this.pullBack();
    this.goToHeight(roundMm(this.zMm + LEAVES_BY_MM));
    if (this.besideMm) this.w.travel(...this.besideMm, this.s.travelSpeedMmPerS);
    const leftS = untilS - this.layerS(acceleration);
    if (leftS > 0) this.w.raw(`G4 P${Math.round(leftS * 1000)}`);
  }
  /** Seconds of the layer so far, at the acceleration it began with. */
  private layerS(acceleration: number): number {
    return secondsOf(this.w.lines.slice(this.layerFrom.lines), this.layerFrom, this.s, acceleration);
  }
  private startAs(lay: Lay): void {
    if (lay.accelerationMmPerS2 === this.acceleration) return;
    this.acceleration = lay.accelerationMmPerS2;
    this.w.acceleration(lay.accelerationMmPerS2);
  }
  private goToHeight(zMm: number): void {
    this.w.height(Math.max(0, roundMm(zMm + this.s.zOffsetMm)), HEIGHT_MM_PER_S);
  }
  private goTo(x: number, y: number): void {
    const far = !(this.w.distanceTo(x, y) <= SHORT_TRAVEL_WIDTHS * this.s.visibleWall.widthMm);
    if (far) this.pullBack();
    const isLifted = this.isBack && this.s.liftMm > 0;
    if (isLifted) this.goToHeight(roundMm(this.zMm + this.s.liftMm));
    this.w.travel(x, y, this.s.travelSpeedMmPerS);
    if (isLifted) this.goToHeight(this.zMm);
    if (!this.isBack) return;
    if (this.s.dialect.firmwareRetract) this.w.raw('G11');
    else {
      this.w.filament(this.s.retractionMm + this.s.refillMm, this.s.retractionMmPerS);
      this.restMm3 += this.s.refillMm * filamentAreaMm2(this.s.filamentDiameterMm);
    }
    this.isBack = false;
  }
  private pullBack(): void {
    if (this.isBack || this.layersBegun === 0 || !(this.s.retractionMm > 0) || Number.isNaN(this.w.distanceTo(0, 0)))
      return;
    if (this.s.dialect.firmwareRetract) this.w.raw('G10');
    else this.w.filament(-this.s.retractionMm, this.s.retractionMmPerS);
    this.isBack = true;
  }
  end(): string {
    this.pullBack();
    // a hot nozzle left on the part melts a pit into it
    this.goToHeight(roundMm(this.zMm + LEAVES_BY_MM));
    this.w.raw(
      'M107',
      ...(this.s.chamberC === null ? [] : ['M141 S0']),
      ...fillBlock(this.s.endBlock, { nozzle: 0, bed: 0 }),
    );
    return this.w.text();
  }
}

const roundMm = (v: number): number => Number(v.toFixed(4));
function lengthMm(points: readonly number[]): number {
  let sum = 0;
  for (let i = 2; i < points.length; i += 2)
    sum += Math.hypot(points[i]! - points[i - 2]!, points[i + 1]! - points[i - 1]!);
  return sum;
}

/** A ring as a closed line that begins and ends at its rearmost corner, where a seam is seen least. */
function closedFromBack(ring: Ring): number[] {
  let start = 0;
  for (let i = 2; i < ring.length; i += 2) if (ring[i + 1]! > ring[start + 1]!) start = i;
  return [...ring.subarray(start), ...ring.subarray(0, start), ring[start]!, ring[start + 1]!];
}
/** A region without its holes. */
const outerOnly = (region: Region): Region => union(region.filter((ring) => areaMm2([ring]) > 0));
