import {
  areaMm2,
  boxOf,
  clipLines,
  difference,
  intersection,
  offset,
  ringsOf,
  simplify,
  union,
  type Region,
  type Ring,
} from '../geometry/clip.ts';
import { GcodeWriter, type Dialect } from '../gcode/write.ts';
import { boundsOf, type Mesh } from '../mesh/mesh.ts';
import type { Topology } from '../mesh/topology.ts';
import { runAll, within, type Stepwise } from '../result/stepwise.ts';
import { Slicer } from '../slicing/slice.ts';
import { beadAreaMm2, beadSpacingMm, filamentAreaMm2 } from './bead.ts';
import { fillBlock } from './couponPath.ts';
import type { InfillPattern } from './infillPattern.ts';
import { gyroidCellMm, gyroidLines } from './gyroid.ts';
import { fillLines } from './infill.ts';
import type { ToolpathSettings, Lay } from './referencePart.ts';

/** How a mesh is laid: for estimates, coupons and simple parts. */
export interface MeshToolpathSettings extends ToolpathSettings {
  readonly title: string;
  readonly startBlock: string;
  readonly endBlock: string;
  readonly dialect: Dialect;
  readonly nozzleFirstC: number;
  readonly fanPercent: number;
  readonly liftMm: number;
  readonly skirtLoops: number;
  readonly skirtGapMm: number;
  readonly brimMm: number;
  readonly minimumLayerTimeS: number;
  readonly infillPattern: InfillPattern;
  /** Columns under what leans further from the vertical than this; null for none. */
  readonly supportAngleDeg: number | null;
  readonly supportGapZMm: number;
  readonly support: Lay;
}

/** Points of a contour nearer than this to their neighbours' line are left out: finer than any machine follows. */
const FINEST_MM = 0.01;
/** A travel of so many line widths needs no retraction. Common practice, no source. */
const SHORT_TRAVEL_WIDTHS = 5;
const LIFT_MM_PER_S = 8;
const LEAVES_BY_MM = 2;
/** A small layer is slowed to so much of its speed at the most. Common practice, no source. */
const SLOWEST_SHARE = 0.25;
/** Support lines stand so many widths apart. Common practice, no source. */
const SUPPORT_STEP_WIDTHS = 6;
const SUPPORT_GAP_XY_MM = 0.3; // common practice, no source: 0.25 to 0.35
const SMALLEST_SUPPORT_MM2 = 2;
const SMALLEST_FILL_MM2 = 0.05;
const FILL_ANGLE = Math.PI / 4;

export interface ToolpathLayer {
  readonly zMm: number;
  readonly heightMm: number;
  readonly region: Region;
  /** Contours closed across a hole in the surface. */
  readonly gaps: number;
}
export interface Toolpath {
  readonly gcode: string;
  readonly layers: readonly ToolpathLayer[];
  /** Support on each layer. */
  readonly supports: readonly Region[];
  /** Plastic by the bead model, mm³: the part's, and that of skirt, brim and support. */
  readonly partMm3: number;
  readonly restMm3: number;
}

/** Heights of layer tops, the first as high as the first layer is; a layer whose middle lies above the part is none. */
export function layerTops(heightMm: number, firstMm: number, otherMm: number): number[] {
  const tops: number[] = [];
  for (;;) {
    const top = firstMm + tops.length * otherMm;
    const middle = tops.length === 0 ? firstMm / 2 : top - otherMm / 2;
    if (middle >= heightMm - 1e-9) return tops;
    tops.push(Number(top.toFixed(6)));
  }
}

/** G-code of a mesh that stands on the plate in bed coordinates: walls from the inside out, floors and tops where layers differ,
 *  sparse lines between, support columns. One step a layer. */
export function* generatingToolpath(mesh: Mesh, topology: Topology, s: MeshToolpathSettings): Stepwise<Toolpath> {
  const layers = yield* within(cut(mesh, topology, s), 0, 0.3);
  const supports =
    s.supportAngleDeg === null
      ? layers.map((): Region => [])
      : yield* within(supportOf(layers, s, s.supportAngleDeg), 0.3, 0.4);
  const common =
    s.solidLayers > 0 && s.infillPercent < 100
      ? yield* within(
          commonOf(
            layers.map((l) => l.region),
            s.solidLayers,
          ),
          0.4,
          0.5,
        )
      : [];
  const p = new PartPath(s);
  for (const [k, layer] of layers.entries()) {
    p.layer(layer);
    const lay = k === 0 ? s.firstLayer : s.visibleWall;
    if (k === 0) p.surround(union(layer.region, supports[0]));
    const inner = p.walls(layer.region, k === 0);
    if (supports[k]!.length > 0) p.support(supports[k]!, k);
    p.fill(inner, s.solidLayers > 0 ? solidOf(common, k, s.solidLayers, inner) : [], lay, k, layers.length);
    p.finishLayer();
    yield 0.5 + (0.5 * (k + 1)) / layers.length;
  }
  return {
    gcode: p.end(),
    layers,
    supports,
    partMm3: p.partMm3,
    restMm3: p.restMm3,
  };
}

/** The same in one go. */
export const generateToolpath = (mesh: Mesh, topology: Topology, s: MeshToolpathSettings): Toolpath =>
  runAll(generatingToolpath(mesh, topology, s));

/** Regions of all layers, cut in their middle. */
function* cut(mesh: Mesh, topology: Topology, s: MeshToolpathSettings): Stepwise<ToolpathLayer[]> {
  const tops = layerTops(boundsOf(mesh).max[2], s.firstLayerHeightMm, s.layerHeightMm);
  const heights = tops.map((_, k) => (k === 0 ? s.firstLayerHeightMm : s.layerHeightMm));
  const slicer = new Slicer(
    mesh,
    topology,
    Float64Array.from(tops, (z, k) => z - heights[k]! / 2),
  );
  const out: ToolpathLayer[] = [];
  for (const [k, zMm] of tops.entries()) {
    const contours = slicer.layer(k);
    const region = simplify(union(ringsOf(contours)), FINEST_MM);
    out.push({ zMm, heightMm: heights[k]!, region, gaps: contours.gaps });
    yield k / tops.length;
  }
  return out;
}

/** What each run of so many layers has in common, by its lowest layer; runs that reach beyond the top are left out. Two runs of half
 *  the length make one, and they may overlap: what is common to both stays the same. */
function* commonOf(regions: readonly Region[], count: number): Stepwise<Region[]> {
  let common = regions;
  let length = 1;
  while (length < count) {
    const shift = Math.min(length, count - length);
    const next: Region[] = [];
    for (let k = 0; k + shift < common.length; k++) {
      next.push(intersection(common[k]!, common[k + shift]!));
      yield k / common.length;
    }
    common = next;
    length += shift;
  }
  return common as Region[];
}

/** What of a layer's inside must be solid: where one of so many layers above or below does not cover it. */
function solidOf(common: readonly Region[], k: number, solidLayers: number, inner: Region): Region {
  const below = common[k - solidLayers];
  const above = common[k + 1];
  if (!below || !above) return inner;
  const covered = intersection(intersection(inner, below), above);
  return covered.length === 0 ? inner : difference(inner, covered);
}

/** Columns from the plate, or from the part below, up to what leans too far; a gap is left below it. */
function* supportOf(layers: readonly ToolpathLayer[], s: MeshToolpathSettings, angleDeg: number): Stepwise<Region[]> {
  const reach = Math.tan((Math.min(89, angleDeg) * Math.PI) / 180);
  const gapLayers = Math.max(1, Math.ceil(s.supportGapZMm / s.layerHeightMm - 1e-6));
  const out: Region[] = layers.map(() => []);
  let column: Region = [];
  for (let k = layers.length - 1; k >= 0; k--) {
    const above = layers[k + gapLayers];
    if (above && k + gapLayers > 0) {
      const below = layers[k + gapLayers - 1]!;
      const hanging = difference(above.region, offset(below.region, above.heightMm * reach));
      const grown = hanging.filter((ring) => ring.length >= 6);
      if (areaMm2(grown) > SMALLEST_SUPPORT_MM2 / 4) column = union(column, grown);
    }
    yield 1 - k / layers.length;
    if (column.length === 0) continue;
    const free = difference(column, offset(layers[k]!.region, SUPPORT_GAP_XY_MM));
    column = areaMm2(free) > SMALLEST_SUPPORT_MM2 ? free : [];
    out[k] = column;
  }
  return out;
}

/** Writes the program and counts what is laid. */
class PartPath {
  partMm3 = 0;
  restMm3 = 0;
  private readonly w: GcodeWriter;
  private height = 0;
  private zMm = 0;
  private layersBegun = 0;
  private isBack = false;
  private acceleration = NaN;
  private isPart = true;
  /** Lines of the layer, written when its pace is known. */
  private held: { lay: Lay; points: readonly number[]; isPart: boolean }[] = [];

  constructor(private readonly s: MeshToolpathSettings) {
    this.w = new GcodeWriter(s.dialect, filamentAreaMm2(s.filamentDiameterMm));
    this.w.comment(s.title);
    this.w.raw(...fillBlock(s.startBlock, { nozzle: s.nozzleFirstC, bed: s.bedC }));
    this.w.begin();
  }

  layer({ zMm, heightMm }: ToolpathLayer): void {
    this.height = heightMm;
    this.layersBegun++;
    this.pullBack();
    this.zMm = roundMm(zMm);
    this.w.height(this.zMm, LIFT_MM_PER_S);
    if (this.layersBegun === 2) {
      this.w.raw(this.s.fanPercent > 0 ? `M106 S${Math.round(this.s.fanPercent * 2.55)}` : 'M107');
      if (this.s.nozzleFirstC !== this.s.nozzleC) this.w.raw(`M104 S${this.s.nozzleC}`);
    }
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
    for (let k = loops - 1; k >= 0; k--) this.loops(offset(hull, from + k * step, true), s.firstLayer);
    this.isPart = true;
  }

  /** Walls from the inside out; returns what is left for the fill. */
  walls(region: Region, isFirst: boolean): Region {
    const { s } = this;
    const rows: (readonly [Region, Lay])[] = [];
    let inset = region;
    let lay = isFirst ? s.firstLayer : s.visibleWall;
    let by = Math.max(lay.widthMm, this.height) / 2;
    for (let k = 0; k < s.walls && inset.length > 0; k++) {
      inset = offset(inset, -by);
      rows.push([inset, lay]);
      const next = isFirst ? s.firstLayer : s.hiddenWall;
      by = (this.spacing(lay) + this.spacing(next)) / 2;
      lay = next;
    }
    for (const [loops, of] of rows.reverse()) this.loops(loops, of);
    return offset(inset, -this.spacing(lay) / 2);
  }

  /** Solid and sparse lines of what the walls leave. */
  fill(inner: Region, solid: Region, first: Lay, k: number, layers: number): void {
    if (areaMm2(inner) < SMALLEST_FILL_MM2) return;
    const { s } = this;
    const isTop = k >= layers - 1;
    const angle = k % 2 === 0 ? FILL_ANGLE : -FILL_ANGLE;
    const isAllSolid = s.infillPercent >= 100 || (s.solidLayers > 0 && solid === inner);
    const solidLay = k === 0 ? first : isTop ? s.topSurface : s.solidFill;
    if (isAllSolid) return this.pieces(inner, this.spacing(solidLay), angle, solidLay);
    if (areaMm2(solid) > SMALLEST_FILL_MM2) this.pieces(solid, this.spacing(solidLay), angle, solidLay);
    const sparse = difference(inner, solid);
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
  support(region: Region, k: number): void {
    this.isPart = false;
    this.pieces(
      region,
      k === 0 ? this.spacing(this.s.support) * 2 : SUPPORT_STEP_WIDTHS * this.s.support.widthMm,
      0,
      this.s.support,
    );
    this.isPart = true;
  }

  private pieces(region: Region, step: number, angle: number, lay: Lay): void {
    for (const piece of fillLines(region, step, angle)) this.hold(lay, piece);
  }
  private loops(region: Region, lay: Lay): void {
    for (const ring of region) this.hold(lay, closedFromBack(ring));
  }
  private hold(lay: Lay, points: readonly number[]): void {
    this.held.push({ lay, points, isPart: this.isPart });
  }

  /** Writes the layer, slower where it would take less than the least time a layer may. */
  finishLayer(): void {
    const { s } = this;
    let time = 0;
    for (const { lay, points } of this.held)
      for (let i = 2; i < points.length; i += 2)
        time += Math.hypot(points[i]! - points[i - 2]!, points[i + 1]! - points[i - 1]!) / lay.speedMmPerS;
    const pace = time > 0 && this.layersBegun > 1 ? Math.min(1, time / s.minimumLayerTimeS) : 1;
    for (const { lay, points, isPart } of this.held) {
      this.goTo(points[0]!, points[1]!);
      this.startAs(lay);
      const bead = s.flow * beadAreaMm2(Math.max(lay.widthMm, this.height), this.height);
      const speed = lay.speedMmPerS * Math.max(SLOWEST_SHARE, pace);
      for (let i = 2; i < points.length; i += 2) {
        const volume = bead * this.w.distanceTo(points[i]!, points[i + 1]!);
        if (!(volume > 0)) continue;
        if (isPart) this.partMm3 += volume / s.flow;
        else this.restMm3 += volume / s.flow;
        this.w.line(points[i]!, points[i + 1]!, volume, speed);
      }
    }
    this.held = [];
  }
  private startAs(lay: Lay): void {
    if (lay.accelerationMmPerS2 === this.acceleration) return;
    this.acceleration = lay.accelerationMmPerS2;
    this.w.acceleration(lay.accelerationMmPerS2);
  }
  private goTo(x: number, y: number): void {
    const far = !(this.w.distanceTo(x, y) <= SHORT_TRAVEL_WIDTHS * this.s.visibleWall.widthMm);
    if (far) this.pullBack();
    const isLifted = this.isBack && this.s.liftMm > 0;
    if (isLifted) this.w.height(roundMm(this.zMm + this.s.liftMm), LIFT_MM_PER_S);
    this.w.travel(x, y, this.s.travelSpeedMmPerS);
    if (isLifted) this.w.height(this.zMm, LIFT_MM_PER_S);
    if (!this.isBack) return;
    if (this.s.dialect.firmwareRetract) this.w.raw('G11');
    else this.w.filament(this.s.retractionMm, this.s.retractionMmPerS);
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
    this.w.height(roundMm(this.zMm + LEAVES_BY_MM), LIFT_MM_PER_S);
    this.w.raw('M107', ...fillBlock(this.s.endBlock, { nozzle: 0, bed: 0 }));
    return this.w.text();
  }
}

const roundMm = (v: number): number => Number(v.toFixed(4));

/** A ring as a closed line that begins and ends at its rearmost corner, where a seam is seen least. */
function closedFromBack(ring: Ring): number[] {
  let start = 0;
  for (let i = 2; i < ring.length; i += 2) if (ring[i + 1]! > ring[start + 1]!) start = i;
  return [...ring.subarray(start), ...ring.subarray(0, start), ring[start]!, ring[start + 1]!];
}
/** A region without its holes. */
const outerOnly = (region: Region): Region => union(region.filter((ring) => areaMm2([ring]) > 0));
