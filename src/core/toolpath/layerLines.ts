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
import { beadSpacingMm } from './bead.ts';
import type { BridgePatch } from './bridging.ts';
import { gyroidCellMm, gyroidLines } from './gyroid.ts';
import type { Head, OtherRole } from './heads.ts';
import { fillLines } from './infill.ts';
import type { ToolpathLayer } from './regions.ts';
import type { Lay, MeshToolpathSettings } from './settings.ts';
import { leastWallMm, mayBeThin, thinWallsOf, type FittingLine } from './fittingLines.ts';

/** A closed wall of so many line widths round is a short loop. Common practice, no source. */
const SHORT_LOOP_WIDTHS = 40;
/** Support lines stand so many widths apart, those that touch the part closer. Common practice, no source. */
const SUPPORT_STEP_WIDTHS = 6;
const CONTACT_STEP_WIDTHS = 2;
/** An outermost wall of one line has no neighbour to share its round sides with: it is laid fuller, by so much of what they lack. Common
 *  practice, no source. */
const FULLNESS = 3 / 4;
const SMALLEST_FILL_MM2 = 0.05;
const FILL_ANGLE = Math.PI / 4;

/** One line of a layer before it is written. */
export interface HeldLine {
  readonly head: Head;
  readonly lay: Lay;
  readonly points: readonly number[];
  /** Of each piece, where they are not the kind's. */
  readonly widthsMm?: readonly number[];
  readonly isPart: boolean;
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
    private readonly layer: Pick<ToolpathLayer, 'zMm' | 'heightMm'>,
    private readonly body: Head,
    private readonly headOf: (role: OtherRole) => Head,
  ) {
    this.s = body.s;
    this.isFirst = number === 1;
    this.height = layer.heightMm;
  }

  private spacing(lay: Lay): number {
    return beadSpacingMm(Math.max(lay.widthMm, this.height), this.height);
  }

  /** Brim, or else skirt, round everything on the first layer. */
  surround(first: Region): void {
    const { s } = this;
    const head = this.headOf('brim');
    const lay = head.s.firstLayer;
    const step = this.spacing(lay);
    const loops = s.brimMm > 0 ? Math.round(s.brimMm / step) : s.skirtLoops;
    const from = s.brimMm > 0 ? step / 2 : s.skirtGapMm;
    const hull = s.brimMm > 0 ? first : outerOnly(first);
    for (let k = loops - 1; k >= 0; k--)
      for (const ring of offset(hull, from + k * step, true)) this.hold(lay, closedFromBack(ring), head);
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
        lines.push({ head: this.body, lay, points: closedFromBack(ring), isPart: true });
      }
    }
    return { lines, left };
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

  /** Solid and sparse lines of what the walls leave; bridges lie along their span. */
  fill(inner: Region, solid: Region, bridges: readonly BridgePatch[], isTop: boolean): void {
    if (areaMm2(inner) < SMALLEST_FILL_MM2) return;
    const { s } = this;
    const angle = this.number % 2 === 1 ? FILL_ANGLE : -FILL_ANGLE;
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
    for (const line of clipLines(gyroidLines(box, this.layer.zMm, gyroidCellMm(step)), region))
      this.hold(this.s.fill, [...line]);
  }
  /** Columns, closer where the next layer of them is not there any more: the part lies on that. */
  support(region: Region, above: Region): void {
    const [column, under] = [this.headOf('support'), this.headOf('supportContact')];
    const { support } = column.s;
    const { supportContact } = under.s;
    const contact = this.isFirst ? [] : difference(region, above);
    const body = contact.length === 0 ? region : difference(region, contact);
    const step = this.isFirst ? this.spacing(support) * 2 : SUPPORT_STEP_WIDTHS * support.widthMm;
    for (const piece of fillLines(body, step, 0)) this.hold(support, piece, column);
    const contactStep = CONTACT_STEP_WIDTHS * supportContact.widthMm;
    for (const piece of fillLines(contact, contactStep, 0)) this.hold(supportContact, piece, under);
  }

  private pieces(region: Region, step: number, angle: number, lay: Lay): void {
    for (const piece of fillLines(region, step, angle)) this.hold(lay, piece);
  }
  /** Of the part, where no other head is named. */
  private hold(lay: Lay, points: readonly number[], head?: Head): void {
    this.held.push({ head: head ?? this.body, lay, points, isPart: head === undefined });
  }
}

/** A ring as a closed line that begins and ends at its rearmost corner, where a seam is seen least. */
function closedFromBack(ring: Ring): number[] {
  let start = 0;
  for (let i = 2; i < ring.length; i += 2) if (ring[i + 1]! > ring[start + 1]!) start = i;
  return [...ring.subarray(start), ...ring.subarray(0, start), ring[start]!, ring[start + 1]!];
}
/** A region without its holes. */
const outerOnly = (region: Region): Region => union(region.filter((ring) => areaMm2([ring]) > 0));
