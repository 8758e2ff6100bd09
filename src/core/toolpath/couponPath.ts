import { GcodeWriter } from '../gcode/write.ts';
import { beadAreaMm2, beadSpacingMm, filamentAreaMm2 } from './bead.ts';
import { digitPixels, digitStrokes, DIGIT_COLUMNS, DIGIT_ROWS } from './digits.ts';
import type { CouponSettings, Point } from './couponSettings.ts';
import { placeOnBed } from './placeOnBed.ts';

const Z_SPEED_MM_PER_S = 8;
const SHORT_TRAVEL_MM = 1.5;
const SKIRT_FILAMENT_MM = 10; // common practice, no source: one loop and 10 mm of filament at least
const CIRCLE_SIDES = 72;
const UNIT: readonly Point[] = [
  [1, 0],
  [0, 1],
  [-1, 0],
  [0, -1],
];
const round = (v: number): number => Math.round(v * 1000) / 1000;

/** Replaces {nozzle} and {bed} in a machine's own block. */
export function fillBlock(block: string, values: Record<string, number>): string[] {
  return block
    .split('\n')
    .map((l) => l.trim())
    .filter(Boolean)
    .map((l) => l.replace(/\{(\w+)\}/g, (all, key: string) => (key in values ? String(values[key]) : all)));
}

/** Lays a coupon line by line in a machine's dialect: the one toolpath kernel of all kinds of trial. Places are in millimetres
 *  from the coupon's centre; what was fed by the bead model is counted beside what was written. */
export class CouponPath {
  readonly centreMm: Point;
  /** Plastic by the bead model, mm³: what the file must feed. */
  beadVolumeMm3 = 0;
  /** Heights of the layers laid so far. */
  readonly layerZMm: number[] = [];
  private readonly w: GcodeWriter;
  private z = 0;
  private height: number;
  private at: Point = [NaN, NaN];
  private readonly back = [false, false];
  private headNow: 0 | 1 = 0;
  retractionMm: number;
  retractionMmPerS: number;
  refillMm: number;
  flow: number;
  private shiftMm: Point = [0, 0];

  constructor(
    readonly s: CouponSettings,
    readonly sizeMm: readonly [width: number, depth: number],
  ) {
    this.w = new GcodeWriter(s.dialect, filamentAreaMm2(s.filamentDiameterMm));
    this.centreMm = placeOnBed(s, sizeMm);
    this.height = s.firstLayerHeightMm;
    this.retractionMm = s.retractionMm;
    this.retractionMmPerS = s.retractionMmPerS;
    this.refillMm = s.refillMm;
    this.flow = s.flow;
    this.back[0] = s.isContinued === true;
    this.w.comment(s.title);
    if (s.chamberC !== null && !this.isBack) this.w.raw(`M191 S${s.chamberC}`);
    this.w.raw(...fillBlock(s.startBlock, { nozzle: s.nozzleFirstC, bed: s.bedC }));
    this.w.begin();
    // what is in force where the coupon does not try it
    if (s.accelerationMmPerS2 !== null) this.acceleration(s.accelerationMmPerS2);
    this.pressure(s.pressureS);
  }

  /** Whether the filament of the head in use is pulled back. */
  private get isBack(): boolean {
    return this.back[this.headNow]!;
  }
  private set isBack(is: boolean) {
    this.back[this.headNow] = is;
  }
  get layerHeightMm(): number {
    return this.height;
  }
  get zMm(): number {
    return this.z;
  }
  get spacingMm(): number {
    return beadSpacingMm(this.s.lineWidthMm, this.height);
  }

  /** Next layer; the first one has its own height. */
  layer(): void {
    this.height = this.layerZMm.length === 0 ? this.s.firstLayerHeightMm : this.s.layerHeightMm;
    this.z = round(this.z + this.height);
    this.layerZMm.push(this.z);
    this.pullBack();
    this.goToHeight(this.z);
    if (this.layerZMm.length === 2) {
      this.fan(this.s.fanPercent);
      if (this.s.nozzleFirstC !== this.s.nozzleC) this.w.raw(`M104 S${this.s.nozzleC}`);
    }
  }
  get isFirst(): boolean {
    return this.layerZMm.length <= 1;
  }

  /** How hard the machine starts and stops from here on. */
  acceleration(mmPerS2: number): void {
    this.w.acceleration(mmPerS2);
  }
  /** Pressure factor from here on, by the machine's own command. */
  pressure(value: number): void {
    if (this.s.pressureCommand !== null)
      this.w.raw(this.s.pressureCommand.replaceAll('{value}', String(Number(value.toFixed(4)))));
  }
  /** The other head from here on, hot before it lays; places it prints are moved by what is known of it. */
  head(index: 0 | 1): void {
    this.pullBack();
    this.w.raw(`T${index}`, `M109 S${this.s.nozzleC}`);
    this.headNow = index;
    this.shiftMm = index === 1 ? this.s.headOffsetMm : [0, 0];
    this.at = [NaN, NaN];
  }
  fan(percent: number): void {
    this.w.raw(percent > 0 ? `M106 S${Math.round(percent * 2.55)}` : 'M107');
  }
  /** Changes heat in mid-print and waits for it, pulled back so that nothing drools onto the band below. */
  nozzle(c: number): void {
    this.pullBack();
    this.w.raw(`M109 S${c}`);
  }

  /** Goes there without laying; long ways pulled back and lifted. */
  travel(x: number, y: number): void {
    const far = !(Math.hypot(x - this.at[0], y - this.at[1]) <= SHORT_TRAVEL_MM);
    if (far) this.pullBack();
    if (far && this.isBack && this.s.liftMm > 0) this.goToHeight(round(this.z + this.s.liftMm));
    this.w.travel(...this.toBed(x, y), this.s.travelSpeedMmPerS);
    if (far && this.isBack && this.s.liftMm > 0) this.goToHeight(this.z);
    this.at = [x, y];
    this.refill();
  }

  /** A line from where it stands; as wide as the recipe’s unless said. */
  lineTo(x: number, y: number, mmPerS: number, widthMm = this.s.lineWidthMm): void {
    const length = Math.hypot(x - this.at[0], y - this.at[1]);
    const volume = this.flow * beadAreaMm2(Math.max(widthMm, this.height), this.height) * length;
    if (!(length > 0)) return;
    this.beadVolumeMm3 += volume;
    this.w.line(...this.toBed(x, y), volume, this.speed(mmPerS));
    this.at = [x, y];
  }
  polyline(points: readonly Point[], mmPerS: number, widthMm?: number): void {
    const [first, ...rest] = points;
    if (!first) return;
    this.travel(...first);
    for (const p of rest) this.lineTo(...p, mmPerS, widthMm);
  }
  /** A closed loop; the last point is the first again. */
  loop(points: readonly Point[], mmPerS: number, widthMm?: number): void {
    if (points.length > 2) this.polyline([...points, points[0]!], mmPerS, widthMm);
  }

  /** Walls of a rectangle from the inside out; sizes are those of the printed part, not of the line's middle. */
  box(cx: number, cy: number, width: number, depth: number, walls: number, mmPerS: number): void {
    for (let k = walls - 1; k >= 0; k--)
      this.loop(
        rectangle(
          cx,
          cy,
          width - this.s.lineWidthMm - 2 * k * this.spacingMm,
          depth - this.s.lineWidthMm - 2 * k * this.spacingMm,
        ),
        mmPerS,
      );
  }
  /** Walls of a cylinder from the inside out, or of a hole in a plate (then the lines lie outside of it). */
  round(cx: number, cy: number, diameter: number, walls: number, mmPerS: number, isHole = false): void {
    for (let k = walls - 1; k >= 0; k--) {
      const inset = this.s.lineWidthMm / 2 + k * this.spacingMm;
      const r = diameter / 2 + (isHole ? inset : -inset);
      if (r <= 0) continue;
      this.travel(cx + r, cy);
      if (this.s.dialect.arcs === 'none')
        for (let i = 1; i <= CIRCLE_SIDES; i++)
          this.lineTo(
            cx + r * Math.cos((2 * Math.PI * i) / CIRCLE_SIDES),
            cy + r * Math.sin((2 * Math.PI * i) / CIRCLE_SIDES),
            mmPerS,
          );
      else for (let quarter = 0; quarter < 4; quarter++) this.quarterCircle(cx, cy, r, quarter, mmPerS);
    }
  }
  private quarterCircle(cx: number, cy: number, r: number, quarter: number, mmPerS: number): void {
    const [c, s] = UNIT[quarter]!;
    const [nc, ns] = UNIT[(quarter + 1) % 4]!;
    const volume = this.flow * beadAreaMm2(this.s.lineWidthMm, this.height) * (Math.PI / 2) * r;
    this.beadVolumeMm3 += volume;
    this.w.arc(...this.toBed(cx + r * nc, cy + r * ns), -r * c, -r * s, r, volume, this.speed(mmPerS));
    this.at = [cx + r * nc, cy + r * ns];
  }

  /** Lines to and fro that fill a rectangle solidly (share 1) or sparsely. */
  zigzag(cx: number, cy: number, width: number, depth: number, mmPerS: number, alongX = true, share = 1): void {
    const w = width - this.s.lineWidthMm;
    const d = depth - this.s.lineWidthMm;
    const across = alongX ? d : w;
    const along = alongX ? w : d;
    if (w <= 0 || d < 0) return;
    const count = Math.max(1, Math.round(across / (this.spacingMm / share)));
    const points: Point[] = [];
    for (let i = 0; i <= count; i++) {
      const a = -across / 2 + (across * i) / count;
      const ends = i % 2 === 0 ? [-along / 2, along / 2] : [along / 2, -along / 2];
      for (const e of ends) points.push(alongX ? [cx + e, cy + a] : [cx + a, cy + e]);
    }
    this.polyline(points, mmPerS);
  }

  /** A block of walls with sparse lines inside, solid where asked. */
  block(cx: number, cy: number, width: number, depth: number, isSolid: boolean): void {
    const inner = 2 * 2 * this.spacingMm;
    this.box(cx, cy, width, depth, 2, this.isFirst ? this.s.firstLayerSpeedMmPerS : this.s.wallSpeedMmPerS);
    if (Math.min(width, depth) > inner + this.s.lineWidthMm)
      this.zigzag(
        cx,
        cy,
        width - inner,
        depth - inner,
        this.isFirst ? this.s.firstLayerSpeedMmPerS : this.s.fillSpeedMmPerS,
        this.layerZMm.length % 2 === 0,
        isSolid || this.isFirst ? 1 : 0.2,
      );
  }

  /** A block whose front face carries a figure, raised by half a line, rows of which stand from `fromMm` upward. */
  labelledBox(
    cx: number,
    cy: number,
    width: number,
    depth: number,
    label: string,
    rowOf: number | null,
    mmPerS: number,
  ): void {
    const inset = this.s.lineWidthMm / 2;
    const l = cx - width / 2 + inset;
    const r = cx + width / 2 - inset;
    const f = cy - depth / 2 + inset;
    const b = cy + depth / 2 - inset;
    const raised = f - this.s.lineWidthMm / 2;
    const front: Point[] = [[l, f]];
    if (rowOf !== null && rowOf >= 0 && rowOf < DIGIT_ROWS) {
      const pixel = Math.max(this.s.lineWidthMm * 1.6, 0.7);
      const total = label.length * (DIGIT_COLUMNS + 1) - 1;
      const start = cx - (total * pixel) / 2;
      [...label].forEach((char, n) =>
        digitPixels(char, DIGIT_ROWS - 1 - rowOf).forEach((on, column) => {
          if (on) {
            const x0 = start + (n * (DIGIT_COLUMNS + 1) + column) * pixel;
            if (x0 > l && x0 + pixel < r) front.push([x0, f], [x0, raised], [x0 + pixel, raised], [x0 + pixel, f]);
          }
        }),
      );
    }
    this.loop(
      rectangle(
        cx,
        cy,
        width - this.s.lineWidthMm - 2 * this.spacingMm,
        depth - this.s.lineWidthMm - 2 * this.spacingMm,
      ),
      mmPerS,
    );
    this.loop([...front, [r, f], [r, b], [l, b]], mmPerS);
  }
  /** A figure lying on the bed as single lines. */
  flatLabel(x: number, y: number, label: string, heightMm: number): void {
    [...label].forEach((char, n) => {
      for (const [from, to] of digitStrokes(char)) {
        const place = ([u, v]: Point): Point => [x + n * heightMm * 0.7 + u * heightMm * 0.5, y + v * heightMm];
        this.travel(...place(from));
        this.lineTo(...place(to), this.s.firstLayerSpeedMmPerS);
      }
    });
  }

  /** Skirt round the whole coupon on the first layer. */
  skirt(): void {
    const [w, d] = this.sizeMm;
    const loopMm = 2 * (w + d + 4 * this.s.skirtGapMm);
    const perLoop =
      (this.flow * beadAreaMm2(this.s.lineWidthMm, this.height) * loopMm) / filamentAreaMm2(this.s.filamentDiameterMm);
    for (let k = 0; k < Math.max(this.s.skirtLoops, Math.ceil(SKIRT_FILAMENT_MM / perLoop)); k++) {
      const out = this.s.skirtGapMm + k * this.spacingMm;
      this.loop(rectangle(0, 0, w + 2 * out, d + 2 * out), this.s.firstLayerSpeedMmPerS);
    }
  }

  /** Filament into the open air while standing still. */
  strand(filamentMm: number, filamentMmPerS: number): void {
    this.refill();
    this.w.filament(filamentMm, filamentMmPerS);
    this.beadVolumeMm3 += filamentMm * filamentAreaMm2(this.s.filamentDiameterMm);
  }
  /** Up, away from what is printed. */
  rise(toMm: number): void {
    this.z = round(toMm);
    this.goToHeight(this.z);
  }
  wait(seconds: number): void {
    this.w.raw(`G4 P${Math.round(seconds * 1000)}`);
  }

  end(): string {
    this.pullBack();
    if (this.headNow === 1) this.w.raw('M104 S0', 'T0'); // an end block speaks to one head: the other is cooled here
    const cools = this.s.chamberC !== null && !this.s.isFollowed;
    this.w.raw('M107', ...(cools ? ['M141 S0'] : []), ...fillBlock(this.s.endBlock, { nozzle: 0, bed: 0 }));
    return this.w.text();
  }

  private pullBack(): void {
    if (this.isBack || this.layerZMm.length === 0 || !(this.retractionMm > 0) || Number.isNaN(this.at[0])) return;
    if (this.s.dialect.firmwareRetract) this.w.raw('G10');
    else this.w.filament(-this.retractionMm, this.retractionMmPerS);
    this.isBack = true;
  }
  private refill(): void {
    if (!this.isBack) return;
    if (this.s.dialect.firmwareRetract) this.w.raw('G11');
    else {
      this.w.filament(this.retractionMm + this.refillMm, this.retractionMmPerS);
      this.beadVolumeMm3 += this.refillMm * filamentAreaMm2(this.s.filamentDiameterMm);
    }
    this.isBack = false;
  }
  private goToHeight(zMm: number): void {
    this.w.height(round(Math.max(0, zMm + this.s.zOffsetMm)), Z_SPEED_MM_PER_S);
  }
  private speed(mmPerS: number): number {
    return this.isFirst ? Math.min(mmPerS, this.s.firstLayerSpeedMmPerS) : mmPerS;
  }
  private toBed(x: number, y: number): Point {
    return [round(this.centreMm[0] + x + this.shiftMm[0]), round(this.centreMm[1] + y + this.shiftMm[1])];
  }
}

export const rectangle = (cx: number, cy: number, width: number, depth: number): Point[] => [
  [cx - width / 2, cy - depth / 2],
  [cx + width / 2, cy - depth / 2],
  [cx + width / 2, cy + depth / 2],
  [cx - width / 2, cy + depth / 2],
];
