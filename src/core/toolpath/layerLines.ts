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
import type { Lay } from './referencePart.ts';
import type { ToolpathLayer } from './regions.ts';
import type { MeshToolpathSettings } from './settings.ts';
import { mayBeThin, thinWallsOf, type SingleLine } from './singleLines.ts';

/** A closed wall of so many line widths round is a short loop. Common practice, no source. */
const SHORT_LOOP_WIDTHS = 40;
/** Support lines stand so many widths apart, those that touch the part closer. Common practice, no source. */
const SUPPORT_STEP_WIDTHS = 6;
const CONTACT_STEP_WIDTHS = 2;
/** A wall of one line has no neighbour to share its round sides with: it is laid fuller, by so much of what they lack. Common
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

/** The lines of one layer, in the order they are laid: what regions become. */
export class LayerLines {
  readonly held: HeldLine[] = [];
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
      for (const ring of loops)
        this.hold(
          k === 0 && !this.isFirst && ringLengthMm(ring) < SHORT_LOOP_WIDTHS * of.widthMm ? s.shortLoop : of,
          closedFromBack(ring),
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
    this.held.push({ head: this.body, lay, points, widthsMm: widthsMm.map((w) => w + fullerMm), isPart: true });
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
