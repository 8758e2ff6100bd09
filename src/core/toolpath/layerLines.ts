import {
  areaMm2,
  boxOf,
  clipLines,
  difference,
  intersection,
  offset,
  ringAreaMm2,
  ringLengthMm,
  union,
  type Region,
  type Ring,
} from '../geometry/clip.ts';
import { beadSpacingMm } from './bead.ts';
import type { BridgePatch } from './bridging.ts';
import type { Seam } from './choices.ts';
import { gyroidCellMm, gyroidLines } from './gyroid.ts';
import type { Head, OtherRole } from './heads.ts';
import { fillLines } from './infill.ts';
import { outerOnly, type ToolpathLayer } from './regions.ts';
import type { Lay, MeshToolpathSettings } from './settings.ts';
import type { SupportParts } from './support.ts';
import { skirtLoopsFor } from './surround.ts';
import { leastWallMm, mayBeThin, thinWallsOf, type FittingLine } from './fittingLines.ts';

/** A closed wall of so many line widths round is a short loop. Common practice, no source. */
const SHORT_LOOP_WIDTHS = 40;
/** An outermost wall of one line has no neighbour to share its round sides with: it is laid fuller, by so much of what they lack. Common
 *  practice, no source. */
const FULLNESS = 3 / 4;
const SMALLEST_FILL_MM2 = 0.05;
/** Slopes leave slivers that nothing lies on: no surface to be laid apart. Common practice, no source. */
const SMALLEST_TOP_MM2 = 2;
const FILL_ANGLE = Math.PI / 4;
/** Lines of a raft below its top lie so many spacings apart: on the plate loosely, so that it comes off. Common practice, no source. */
const RAFT_FOOT_SPACINGS = 2;
const RAFT_SPACINGS = 1.5;

/** One line of a layer before it is written. */
export interface HeldLine {
  readonly head: Head;
  readonly lay: Lay;
  readonly points: readonly number[];
  /** Of each piece, where they are not the kind's. */
  readonly widthsMm?: readonly number[];
  readonly isPart: boolean;
  /** Nobody sees it: what another head has left in the nozzle may go there. */
  readonly isHidden?: boolean;
}

/** What of an inside is special. */
export interface Inside {
  /** Without gaps; null where all of it is. */
  readonly solid: Region | null;
  /** What the layer above covers; null where there is none. */
  readonly cover: Region | null;
  readonly bridges: readonly BridgePatch[];
}
/** Walls of a region, and what they leave. */
interface Walled {
  readonly region: Region;
  readonly lines: readonly HeldLine[];
  readonly left: Region;
}
/** A row of walls: its loops, lines of fitting width where two sides of a loop would lie over each other, and what they leave. */
interface WallRow {
  readonly within: Region;
  readonly lay: Lay;
  readonly loops: Region;
  readonly fitting: readonly HeldLine[];
  readonly left: Region;
  readonly isThin: boolean;
}

/** The lines of one layer, in the order they are laid: what regions become. */
export class LayerLines {
  readonly held: HeldLine[] = [];
  private walled: Walled | null = null;
  private readonly s: MeshToolpathSettings;
  private readonly isFirst: boolean;
  private readonly height: number;

  /** @param number of the layer, from 1 */
  constructor(
    private readonly number: number,
    private readonly layer: ToolpathLayer,
    private readonly body: Head,
    private readonly headOf: (role: OtherRole) => Head,
  ) {
    this.s = body.s;
    this.isFirst = number === 1;
    this.height = layer.heightMm;
  }

  /** Lines of neighbouring layers cross. */
  private get angle(): number {
    return this.number % 2 === 1 ? FILL_ANGLE : -FILL_ANGLE;
  }
  private spacing(lay: Lay): number {
    return beadSpacingMm(Math.max(lay.widthMm, this.height), this.height);
  }

  /** On the first layer a brim round everything that stands there, or else a skirt, round the draught screen's foot where there is one. */
  surround(first: Region, screened: Region | null): void {
    const { s } = this;
    const head = this.headOf('brim');
    const lay = head.s.firstLayer;
    const step = this.spacing(lay);
    if (s.brimMm > 0) {
      for (let k = Math.round(s.brimMm / step) - 1; k >= 0; k--)
        for (const ring of offset(first, s.brimGapMm + (k + 0.5) * step, true))
          if (s.brimSides === 'both' || ringAreaMm2(ring) > 0 === (s.brimSides === 'outside'))
            this.hold(lay, closedAt(ring, backOf(ring)), head);
      return;
    }
    const hull = outerOnly(screened ?? first);
    const innermost = offset(hull, s.skirtGapMm, true);
    const loopMm = innermost.reduce((sum, ring) => sum + ringLengthMm(ring), 0);
    const { flow, filamentDiameterMm } = head.s;
    const how = { widthMm: lay.widthMm, heightMm: this.height, loopMm };
    for (let k = skirtLoopsFor({ ...s, flow, filamentDiameterMm }, how) - 1; k >= 0; k--)
      for (const ring of k === 0 ? innermost : offset(hull, s.skirtGapMm + k * step, true))
        this.hold(lay, closedAt(ring, backOf(ring)), head);
  }
  /** A thin wall round everything, where a skirt lies; on the first layer the skirt itself. */
  screen(round: Region): void {
    const { s } = this;
    if (this.isFirst && s.brimMm === 0 && s.skirtLoops > 0) return;
    const head = this.headOf('brim');
    const awayMm = s.skirtGapMm + (s.brimMm > 0 ? s.brimGapMm + s.brimMm : 0);
    for (const ring of offset(outerOnly(round), awayMm, true))
      this.hold(this.isFirst ? head.s.firstLayer : head.s.hiddenWall, closedAt(ring, backOf(ring)), head);
  }

  /** Walls from the inside out, lines of fitting width where a row's loops do not fit; returns what is left for the infill. Those of the
   *  layer before stand for the same region of the same height. */
  walls(region: Region, before: LayerLines | null = null): Region {
    const isAsBefore = before?.isFirst === this.isFirst && before.height === this.height;
    const walled = isAsBefore && before.walled?.region === region ? before.walled : null;
    this.walled = walled ?? { region, ...this.wallsAnew(region) };
    this.held.push(...this.walled.lines);
    return this.walled.left;
  }
  private wallsAnew(region: Region): Omit<Walled, 'region'> {
    const { s } = this;
    const lines: HeldLine[] = [];
    const rows: WallRow[] = [];
    let left = region;
    for (let k = 0; k < s.walls && left.length > 0; k++) {
      let row = this.wallRow(left, k);
      const before = rows.at(-1);
      // what is too narrow for a line of its own is shared by the row before
      if (row.isThin && before && !before.isThin && this.hasSlit(left, row.lay)) {
        const wider = this.wallRow(before.within, k - 1, leastWallMm(row.lay.widthMm, this.height));
        rows[k - 1] = wider;
        row = this.wallRow(wider.left, k);
      }
      rows.push(row);
      left = row.left;
    }
    for (const [k, { loops, fitting, lay: own }] of [...rows.entries()].reverse()) {
      lines.push(...fitting);
      for (const ring of loops) {
        const isShort = k === 0 && !this.isFirst && ringLengthMm(ring) < SHORT_LOOP_WIDTHS * own.widthMm;
        const lay = isShort ? s.shortLoop : own;
        const from = (lines.at(-1) ?? this.held.at(-1))?.points.slice(-2);
        lines.push({ head: this.body, lay, points: closedAt(ring, seamOf(ring, s.seam, from)), isPart: true });
      }
    }
    const reachMm = (s.fillOverlapPercent / 100) * s.fill.widthMm;
    return { lines, left: reachMm > 0 && left.length > 0 ? offset(left, reachMm) : left };
  }
  /** Row of so many rows further in, of what they left. Where its two sides would lie closer than `closerMm` apart, lines of fitting
   *  width are laid instead. */
  private wallRow(within: Region, k: number, closerMm = 0): WallRow {
    const { s } = this;
    const lay = this.isFirst ? s.firstLayer : k === 0 ? s.visibleWall : s.hiddenWall;
    // the outermost lies free, the others share the gaps between round sides
    const half = (k === 0 ? Math.max(lay.widthMm, this.height) : this.spacing(lay)) / 2;
    const whole = half + this.spacing(lay) / 2;
    const row = (of: Region): Pick<WallRow, 'loops' | 'left'> => {
      const loops = offset(of, -half);
      return { loops, left: offset(loops, half - whole) };
    };
    const plain = { within, lay, ...row(within), fitting: [] };
    if (closerMm === 0 && !mayBeThin(within, plain.left, whole)) return { ...plain, isThin: false };
    const thin = thinWallsOf(within, 2 * whole + closerMm, lay.widthMm, this.height);
    if (thin.lines.length === 0) return { ...plain, isThin: true };
    return { ...plain, ...row(thin.rest), fitting: thin.lines.map((line) => this.fitting(line, k > 0)), isThin: true };
  }
  /** Whether a region is narrow enough somewhere that no line fits in. */
  private hasSlit(region: Region, lay: Lay): boolean {
    const radius = leastWallMm(lay.widthMm, this.height) / 2;
    const slits = difference(region, offset(offset(region, -radius), radius * 1.01));
    return areaMm2(slits) > lay.widthMm * lay.widthMm;
  }
  private fitting({ points, widthsMm }: FittingLine, isBetween: boolean): HeldLine {
    const lay = this.isFirst ? this.s.firstLayer : this.s.remainder;
    const fullerMm = (isBetween ? 1 : FULLNESS) * this.height * (1 - Math.PI / 4);
    return { head: this.body, lay, points, widthsMm: widthsMm.map((w) => w + fullerMm), isPart: true };
  }

  /** Solid and sparse lines of what the walls leave; bridges lie along their span. Where nothing is said to be solid, all is. */
  fill(inner: Region, { solid, cover, bridges }: Inside): void {
    if (areaMm2(inner) < SMALLEST_FILL_MM2) return;
    const { s, angle } = this;
    let left = inner;
    let solidLeft = solid ?? inner;
    for (const bridge of bridges) {
      const over = intersection(bridge.region, left);
      if (areaMm2(over) < SMALLEST_FILL_MM2) continue;
      this.pieces(over, this.spacing(s.bridge), bridge.angle, s.bridge);
      left = difference(left, over);
      solidLeft = solidLeft === inner ? left : difference(solidLeft, over);
    }
    if (solidLeft === left) return this.solid(left, cover);
    let sparse = difference(left, solidLeft);
    if (s.solidBelowMm2 > 0) {
      const small = sparse.filter((ring) => ringAreaMm2(ring) > 0 && ringAreaMm2(ring) < s.solidBelowMm2);
      if (small.length > 0) {
        solidLeft = union(solidLeft, intersection(small, sparse));
        sparse = difference(sparse, small);
      }
    }
    this.solid(solidLeft, cover);
    if (s.infillPercent <= 0 || areaMm2(sparse) < SMALLEST_FILL_MM2) return;
    const step = this.spacing(s.fill) / (s.infillPercent / 100);
    if (s.infillPattern === 'lines') return this.pieces(sparse, step, angle, s.fill, true);
    if (s.infillPattern === 'gyroid') return this.waves(sparse, step);
    this.pieces(sparse, 2 * step, FILL_ANGLE, s.fill, true);
    this.pieces(sparse, 2 * step, -FILL_ANGLE, s.fill, true);
  }
  /** Lines without gaps; what nothing lies on is a top surface. */
  private solid(region: Region, cover: Region | null): void {
    const { s } = this;
    const angle = s.topDirection === 'alike' ? FILL_ANGLE : this.angle;
    const lay = (of: Region, own: Lay): void => {
      if (areaMm2(of) > SMALLEST_FILL_MM2) this.pieces(of, this.spacing(own), angle, own);
    };
    if (this.isFirst) return lay(region, s.firstLayer);
    if (cover === null) return lay(region, s.topSurface);
    const top = cover === this.layer.region ? [] : difference(region, cover);
    if (areaMm2(top) < SMALLEST_TOP_MM2) return lay(region, s.solidFill);
    lay(intersection(region, cover), s.solidFill);
    lay(top, s.topSurface);
  }
  private waves(region: Region, step: number): void {
    const box = boxOf(...region);
    for (const line of clipLines(gyroidLines(box, this.layer.zMm, gyroidCellMm(step)), region))
      this.hold(this.s.fill, [...line], undefined, true);
  }
  /** Columns, and closer lines where the part lies on them. */
  support({ column, contact }: SupportParts): void {
    const { s } = this;
    const [under, close] = [this.headOf('support'), this.headOf('supportContact')];
    const { support } = under.s;
    const { supportContact } = close.s;
    const step = this.isFirst ? this.spacing(support) * 2 : (100 / s.supportPercent) * support.widthMm;
    for (const piece of fillLines(column, step, 0)) this.hold(support, piece, under, true);
    const closeStep = (100 / s.contactPercent) * supportContact.widthMm;
    for (const piece of fillLines(contact, closeStep, 0)) this.hold(supportContact, piece, close);
  }

  /** A layer of raft: loose lines on the plate, closer ones across them, a closed top that the part lies on. */
  raft(region: Region, isTop: boolean): void {
    const head = this.headOf('brim');
    const { s } = head;
    const lay = this.isFirst ? s.firstLayer : isTop ? s.supportContact : s.support;
    const step = this.spacing(lay) * (isTop ? 1 : this.isFirst ? RAFT_FOOT_SPACINGS : RAFT_SPACINGS);
    for (const piece of fillLines(region, step, this.angle)) this.hold(lay, piece, head);
  }
  /** Two loops of the column that the nozzle waits on while a small layer cools. */
  column(square: Region): void {
    const lay = this.isFirst ? this.s.firstLayer : this.s.hiddenWall;
    for (const k of [0.5, 1.5])
      for (const ring of offset(square, -k * this.spacing(lay)))
        this.held.push({ head: this.body, lay, points: closedAt(ring, backOf(ring)), isPart: false });
  }

  private pieces(region: Region, step: number, angle: number, lay: Lay, isHidden = false): void {
    for (const piece of fillLines(region, step, angle)) this.hold(lay, piece, undefined, isHidden);
  }
  /** Of the part, where no other head is named. */
  private hold(lay: Lay, points: readonly number[], head?: Head, isHidden = false): void {
    this.held.push({ head: head ?? this.body, lay, points, isPart: head === undefined, isHidden });
  }
}

/** A ring as a closed line that begins and ends at one of its corners. */
const closedAt = (ring: Ring, at: number): number[] => [
  ...ring.subarray(at),
  ...ring.subarray(0, at),
  ring[at]!,
  ring[at + 1]!,
];
/** Its rearmost corner, where a seam is seen least. */
function backOf(ring: Ring): number {
  let at = 0;
  for (let i = 2; i < ring.length; i += 2) if (ring[i + 1]! > ring[at + 1]!) at = i;
  return at;
}
function seamOf(ring: Ring, seam: Seam, from: readonly number[] | undefined): number {
  if (seam === 'back' || (seam === 'nearest' && !from)) return backOf(ring);
  const n = ring.length;
  let [at, best] = [0, -Infinity];
  for (let i = 0; i < n; i += 2) {
    const [x, y] = [ring[i]!, ring[i + 1]!];
    const [ax, ay] = [x - ring[(i + n - 2) % n]!, y - ring[(i + n - 1) % n]!];
    const [bx, by] = [ring[(i + 2) % n]! - x, ring[(i + 3) % n]! - y];
    const good =
      seam === 'nearest'
        ? -Math.hypot(x - from![0]!, y - from![1]!)
        : Math.abs(Math.atan2(ax * by - ay * bx, ax * bx + ay * by)); // where the way turns most
    if (good > best + 1e-9) [at, best] = [i, good];
  }
  return at;
}
