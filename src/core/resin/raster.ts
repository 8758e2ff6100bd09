/** A closed outline in pixels, x and y in turn; outer outlines and holes wind in opposite senses. */
export type Outline = Float64Array;

export interface RasterOptions {
  readonly width: number;
  readonly height: number;
  /** Samples per pixel side, 1 to 4. */
  readonly samples: number;
  /** Grey of the faintest covered pixel, 0 to 254. */
  readonly lowestGrey: number;
}

/** What is lit of a layer, row by row from the top of the screen and from the left: row, first pixel, pixel after the last, grey from 1
 *  to 255; four figures a stretch. Nothing is said of what is dark. */
export type GreyRuns = Int32Array;

/** How much of each pixel the outlines cover by the non-zero rule. Edges take part from their upper end to just before their lower one,
 *  so that a corner on a sample line counts once. */
export function rasterise(outlines: readonly Outline[], o: RasterOptions): GreyRuns {
  const edges = new Edges(outlines, o.samples, o.height * o.samples);
  const most = o.samples * o.samples;
  const greys = Array.from({ length: most + 1 }, (_, k) =>
    k === 0 ? 0 : Math.round(o.lowestGrey + ((255 - o.lowestGrey) * k) / most),
  );
  const row = new CoveredRow(o.samples, greys);
  const right = o.width * o.samples;
  for (let y = Math.floor(edges.firstLine / o.samples); y < o.height && y * o.samples <= edges.lastLine; y++) {
    row.begin();
    for (let k = 0; k < o.samples; k++) {
      const crossings = edges.at(y * o.samples + k);
      let wind = 0;
      for (let i = 0; i + 1 < crossings; i++) {
        wind += edges.windOf(i);
        if (wind === 0) continue;
        // samples lie in the middle of their part of the pixel
        const from = Math.max(0, Math.ceil(edges.xOf(i) * o.samples - 0.5));
        const to = Math.min(right, Math.ceil(edges.xOf(i + 1) * o.samples - 0.5));
        if (to > from) row.add(from, to);
      }
    }
    row.end(y);
  }
  return row.runs();
}

/** Samples covered in a row of pixels, as they change from left to right. */
class CoveredRow {
  private out = new Int32Array(4096);
  private size = 0;
  /** Pixels at which the count of covered samples changes, and by how much. */
  private readonly at: number[] = [];
  private readonly by: number[] = [];

  constructor(
    private readonly samples: number,
    private readonly greys: readonly number[],
  ) {}

  begin(): void {
    this.at.length = this.by.length = 0;
  }
  /** A stretch of one sample line, in samples. */
  add(from: number, to: number): void {
    const n = this.samples;
    const first = Math.floor(from / n);
    const last = Math.floor((to - 1) / n);
    if (first === last) {
      this.change(first, to - from);
      this.change(first + 1, from - to);
      return;
    }
    const [inFirst, inLast] = [(first + 1) * n - from, to - last * n];
    this.change(first, inFirst);
    if (inFirst !== n) this.change(first + 1, n - inFirst);
    if (inLast !== n) this.change(last, inLast - n);
    this.change(last + 1, -inLast);
  }
  /** Kept from left to right: what comes is nearly always the last. */
  private change(at: number, by: number): void {
    let i = this.at.length;
    this.at.push(at);
    this.by.push(by);
    for (; i > 0 && this.at[i - 1]! > at; i--) {
      this.at[i] = this.at[i - 1]!;
      this.by[i] = this.by[i - 1]!;
    }
    this.at[i] = at;
    this.by[i] = by;
  }
  end(y: number): void {
    let covered = 0;
    for (let i = 0; i < this.at.length;) {
      const from = this.at[i]!;
      for (; i < this.at.length && this.at[i] === from; i++) covered += this.by[i]!;
      if (covered > 0 && i < this.at.length) this.push(y, from, this.at[i]!, this.greys[covered]!);
    }
  }
  private push(y: number, from: number, to: number, grey: number): void {
    const { out, size } = this;
    if (size > 0 && out[size - 4] === y && out[size - 2] === from && out[size - 1] === grey) {
      out[size - 2] = to;
      return;
    }
    if (size + 4 > out.length) {
      this.out = new Int32Array(2 * out.length);
      this.out.set(out);
    }
    this.out[size] = y;
    this.out[size + 1] = from;
    this.out[size + 2] = to;
    this.out[size + 3] = grey;
    this.size = size + 4;
  }
  runs(): GreyRuns {
    return this.out.slice(0, this.size);
  }
}

/** The edges of outlines, asked sample line by sample line from above. */
class Edges {
  /** Lines it takes part in, from the first to just before the last; its place on the first, in pixels, and how that changes a line. */
  private readonly first: Int32Array;
  private readonly last: Int32Array;
  private readonly x: Float64Array;
  private readonly perLine: Float64Array;
  private readonly wind: Int8Array;
  /** Edges by their first line. */
  private readonly order: Int32Array;
  private next = 0;
  /** Edges at the line, from left to right, and where they cross it. */
  private active: Int32Array;
  private crossing: Float64Array;
  private count = 0;
  readonly firstLine: number;
  readonly lastLine: number;

  constructor(outlines: readonly Outline[], samples: number, lines: number) {
    const most = outlines.reduce((sum, p) => sum + p.length / 2, 0);
    this.first = new Int32Array(most);
    this.last = new Int32Array(most);
    this.x = new Float64Array(most);
    this.perLine = new Float64Array(most);
    this.wind = new Int8Array(most);
    let n = 0;
    let [top, low] = [lines, 0];
    for (const p of outlines)
      for (let i = 0; i < p.length; i += 2) {
        const j = i + 2 === p.length ? 0 : i + 2;
        const isDown = p[j + 1]! > p[i + 1]!;
        const [a, b] = isDown ? [i, j] : [j, i];
        const [topX, topY, lowX, lowY] = [p[a]!, p[a + 1]!, p[b]!, p[b + 1]!];
        if (topY === lowY) continue;
        const first = Math.max(0, Math.ceil(topY * samples - 0.5));
        const last = Math.min(lines, Math.ceil(lowY * samples - 0.5));
        if (last <= first) continue;
        const slope = (lowX - topX) / (lowY - topY);
        this.first[n] = first;
        this.last[n] = last;
        this.x[n] = topX + ((first + 0.5) / samples - topY) * slope;
        this.perLine[n] = slope / samples;
        this.wind[n++] = isDown ? 1 : -1;
        if (first < top) top = first;
        if (last > low) low = last;
      }
    this.firstLine = top;
    this.lastLine = low - 1;
    const starts = new Int32Array(Math.max(0, low - top) + 1);
    for (let e = 0; e < n; e++) starts[this.first[e]! - top + 1]!++;
    for (let k = 1; k < starts.length; k++) starts[k] = starts[k]! + starts[k - 1]!;
    this.order = new Int32Array(n);
    for (let e = 0; e < n; e++) this.order[starts[this.first[e]! - top]!++] = e;
    this.active = new Int32Array(64);
    this.crossing = new Float64Array(64);
  }

  /** How many edges cross a line; lines are asked for from above. */
  at(line: number): number {
    let kept = 0;
    for (let i = 0; i < this.count; i++) if (this.last[this.active[i]!]! > line) this.active[kept++] = this.active[i]!;
    this.count = kept;
    while (this.next < this.order.length && this.first[this.order[this.next]!]! <= line) {
      const e = this.order[this.next++]!;
      if (this.last[e]! > line) this.activate(e);
    }
    // nearly sorted from the line before
    for (let i = 0; i < this.count; i++) {
      const e = this.active[i]!;
      const x = this.x[e]! + (line - this.first[e]!) * this.perLine[e]!;
      let k = i;
      for (; k > 0 && this.crossing[k - 1]! > x; k--) {
        this.crossing[k] = this.crossing[k - 1]!;
        this.active[k] = this.active[k - 1]!;
      }
      this.crossing[k] = x;
      this.active[k] = e;
    }
    return this.count;
  }
  private activate(e: number): void {
    if (this.count === this.active.length) {
      const [active, crossing] = [new Int32Array(2 * this.count), new Float64Array(2 * this.count)];
      active.set(this.active);
      crossing.set(this.crossing);
      [this.active, this.crossing] = [active, crossing];
    }
    this.active[this.count++] = e;
  }
  xOf = (i: number): number => this.crossing[i]!;
  windOf = (i: number): number => this.wind[this.active[i]!]!;
}

/** Rows with the byte each begins with in a picture, top to bottom. */
export const rowsOfRuns = (runs: GreyRuns, width: number, height: number): Uint8Array =>
  new PaintedRows(width, height).paint(runs);

/** The same for one layer after another, over what the one before has left dark. */
export class PaintedRows {
  private readonly rows: Uint8Array;
  private painted: GreyRuns = new Int32Array(0);
  constructor(
    private readonly width: number,
    height: number,
  ) {
    this.rows = new Uint8Array((width + 1) * height);
  }
  /** Rows of a layer, until the next is painted. */
  paint(runs: GreyRuns): Uint8Array {
    for (let i = 0; i < this.painted.length; i += 4) this.fill(this.painted, i, 0);
    for (let i = 0; i < runs.length; i += 4) this.fill(runs, i, runs[i + 3]!);
    this.painted = runs;
    return this.rows;
  }
  private fill(runs: GreyRuns, i: number, grey: number): void {
    const at = runs[i]! * (this.width + 1) + 1;
    this.rows.fill(grey, at + runs[i + 1]!, at + runs[i + 2]!);
  }
}
