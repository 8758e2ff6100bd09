import { beadAreaMm2, beadSpacingMm, filamentAreaMm2 } from './bead.ts';
import { digitPixels, digitStrokes, DIGIT_COLUMNS, DIGIT_ROWS } from './digits.ts';
import type { CouponSettings, Point } from './couponSettings.ts';
import { placeOnBed } from './placeOnBed.ts';
import { ProgramWriter, WritingHead } from './programWriter.ts';
import { skirtLoopsFor } from './surround.ts';

const CIRCLE_SIDES = 72;
const UNIT: readonly Point[] = [
  [1, 0],
  [0, 1],
  [-1, 0],
  [0, -1],
];
const round = (v: number): number => Math.round(v * 1000) / 1000;

/** Lays a coupon line by line: what each kind of trial draws, through the one writer of programs. Places are in millimetres from the
 *  coupon's centre; what was fed by the bead model is counted beside what was written. */
export class CouponPath {
  readonly centreMm: Point;
  /** Heights of the layers laid so far. */
  readonly layerZMm: number[] = [];
  private readonly heads: readonly WritingHead<CouponSettings>[];
  private readonly w: ProgramWriter<CouponSettings>;
  private laidMm3 = 0;
  private height: number;
  private at: Point = [NaN, NaN];

  constructor(
    readonly s: CouponSettings,
    readonly sizeMm: readonly [width: number, depth: number],
  ) {
    this.centreMm = placeOnBed(s, sizeMm);
    this.height = s.firstLayerHeightMm;
    this.heads = [new WritingHead(0, s, [0, 0]), ...(s.heads > 1 ? [new WritingHead(1, s, s.headOffsetMm)] : [])];
    this.w = new ProgramWriter(s, this.heads, s.isContinued);
    // what is in force where the coupon does not try it
    if (s.accelerationMmPerS2 !== null) this.acceleration(s.accelerationMmPerS2);
  }

  /** Plastic by the bead model, mm³: what the file must feed. */
  get beadVolumeMm3(): number {
    return this.laidMm3 + this.w.refilledMm3;
  }
  get layerHeightMm(): number {
    return this.height;
  }
  get zMm(): number {
    return this.w.zMm;
  }
  get spacingMm(): number {
    return beadSpacingMm(this.s.lineWidthMm, this.height);
  }
  /** Other values than the recipe's from here on. */
  set(own: Partial<Pick<CouponSettings, 'retractionMm' | 'refillMm'>>): void {
    this.w.head.s = { ...this.w.head.s, ...own };
  }

  /** Next layer; the first one has its own height. */
  layer(): void {
    this.height = this.layerZMm.length === 0 ? this.s.firstLayerHeightMm : this.s.layerHeightMm;
    this.w.layer(round(this.zMm + this.height));
    this.layerZMm.push(this.zMm);
    if (this.layerZMm.length === 2) {
      this.w.sayFan(this.s.fanPercent);
      if (this.s.nozzleFirstC !== this.s.nozzleC) this.w.sayNozzle(this.s.nozzleC, 'M104');
    }
  }
  get isFirst(): boolean {
    return this.layerZMm.length <= 1;
  }

  /** How hard the machine starts and stops from here on. */
  acceleration(mmPerS2: number): void {
    this.w.sayAcceleration(mmPerS2);
  }
  /** Pressure factor from here on, by the machine's own command. */
  pressure(value: number): void {
    this.w.sayPressure(value);
  }
  /** The other head from here on, hot before it lays; places it prints are moved by what is known of it. */
  head(index: 0 | 1): void {
    this.w.leave(null);
    this.w.take(
      this.heads[index]!,
      this.isFirst ? this.s.nozzleFirstC : this.s.nozzleC,
      this.isFirst ? 0 : this.s.fanPercent,
    );
    this.at = [NaN, NaN];
  }
  /** Changes heat in mid-print and waits for it, pulled back so that nothing drools onto the band below. */
  nozzle(c: number): void {
    this.w.pullBack();
    this.w.sayNozzle(c, 'M109');
  }

  /** Goes there without laying; long ways pulled back and lifted. */
  travel(x: number, y: number): void {
    this.w.goTo(...this.toBed(x, y));
    this.at = [x, y];
  }

  /** A line from where it stands; as wide as the recipe’s unless said. */
  lineTo(x: number, y: number, mmPerS: number, widthMm = this.s.lineWidthMm): void {
    const length = Math.hypot(x - this.at[0], y - this.at[1]);
    const volume = this.s.flow * beadAreaMm2(Math.max(widthMm, this.height), this.height) * length;
    if (!(length > 0)) return;
    this.laidMm3 += volume;
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
    const volume = this.s.flow * beadAreaMm2(this.s.lineWidthMm, this.height) * (Math.PI / 2) * r;
    this.laidMm3 += volume;
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
    const how = {
      widthMm: this.s.lineWidthMm,
      heightMm: this.height,
      loopMm: 2 * (w + d + 4 * this.s.skirtGapMm),
    };
    // a trial's first line begins with a full nozzle whatever its recipe has for parts
    for (let k = 0; k < skirtLoopsFor({ ...this.s, skirtLoops: Math.max(1, this.s.skirtLoops) }, how); k++) {
      const out = this.s.skirtGapMm + k * this.spacingMm;
      this.loop(rectangle(0, 0, w + 2 * out, d + 2 * out), this.s.firstLayerSpeedMmPerS);
    }
  }

  /** Filament into the open air while standing still. */
  strand(filamentMm: number, filamentMmPerS: number): void {
    this.w.strand(filamentMm, filamentMmPerS);
    this.laidMm3 += filamentMm * filamentAreaMm2(this.s.filamentDiameterMm);
  }
  /** Up, away from what is printed. */
  rise(toMm: number): void {
    this.w.rise(round(toMm));
  }
  wait(seconds: number): void {
    this.w.wait(seconds);
  }

  end(): string {
    return this.w.end(this.s.isFollowed);
  }

  private speed(mmPerS: number): number {
    return this.isFirst ? Math.min(mmPerS, this.s.firstLayerSpeedMmPerS) : mmPerS;
  }
  private toBed(x: number, y: number): Point {
    return [round(this.centreMm[0] + x), round(this.centreMm[1] + y)];
  }
}

export const rectangle = (cx: number, cy: number, width: number, depth: number): Point[] => [
  [cx - width / 2, cy - depth / 2],
  [cx + width / 2, cy - depth / 2],
  [cx + width / 2, cy + depth / 2],
  [cx - width / 2, cy + depth / 2],
];
