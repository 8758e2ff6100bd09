/** Lines begun so near to what was laid of their layer belong to it: further off they are an island of their own. */
const APART_MM = 2;
/** What more islands a layer has belongs to the last: its box grows over them. */
const MOST_OF_LAYER = 64;
/** Rows below that are looked through for what an island is laid on: parts of other layer heights lie between. */
const ROWS_BELOW = 8;

/** When something is laid on what a row has laid, at the soonest, and the middle of where that is; of a row that nothing is laid on, null. */
export interface LaidAgain {
  readonly s: number;
  readonly x: number;
  readonly y: number;
  /** Islands of the row. */
  readonly islands: number;
}

/** What a program lays in one place, over all its layers: a part, a tower beside it, a line that only primes. */
export interface PlacedPart {
  readonly minX: number;
  readonly minY: number;
  readonly maxX: number;
  readonly maxY: number;
  /** First line of it. */
  readonly line: number;
}
/** More places than this are not told. */
const MOST_PARTS = 64;

interface Island extends PlacedPart {
  readonly startS: number;
}
const touches = (a: Island, b: Island, mm: number): boolean =>
  a.minX <= b.maxX + mm && a.maxX >= b.minX - mm && a.minY <= b.maxY + mm && a.maxY >= b.minY - mm;

/** What a layer lays, told apart by place: boxes, and when each was begun. A layer that is laid in another order than the one below comes
 *  back to some of its places sooner than to others. */
export class Islands {
  count = 0;
  /** Island at hand, or −1. */
  current = -1;
  /** Box of each: least X, least Y, most X, most Y. */
  boxes = new Float64Array(4 * 64);
  private startS = new Float64Array(64).fill(NaN);
  private startLine = new Float64Array(64);
  private layerOf = new Int32Array(64);
  /** First of the layer at hand, and the first not begun by the clock. */
  private first = 0;
  private next = 0;

  /** A line of a layer begins there: the island it belongs to. */
  enter(layer: number, x: number, y: number, line: number): number {
    if (this.current < 0 || this.layerOf[this.current] !== layer) this.first = this.count;
    else if (this.isNear(this.current, x, y)) return this.current;
    for (let k = this.first; k < this.count; k++) if (this.isNear(k, x, y)) return (this.current = k);
    if (this.count - this.first >= MOST_OF_LAYER) return (this.current = this.count - 1);
    if (this.count === this.startLine.length) this.grow();
    const k = this.count++;
    this.layerOf[k] = layer;
    this.startLine[k] = line;
    this.startS[k] = NaN;
    this.boxes.set([x, y, x, y], 4 * k);
    return (this.current = k);
  }
  widen(x: number, y: number): void {
    const at = 4 * this.current;
    const b = this.boxes;
    if (x < b[at]!) b[at] = x;
    if (y < b[at + 1]!) b[at + 1] = y;
    if (x > b[at + 2]!) b[at + 2] = x;
    if (y > b[at + 3]!) b[at + 3] = y;
  }
  private isNear(k: number, x: number, y: number): boolean {
    const b = this.boxes;
    const at = 4 * k;
    return (
      x >= b[at]! - APART_MM && x <= b[at + 2]! + APART_MM && y >= b[at + 1]! - APART_MM && y <= b[at + 3]! + APART_MM
    );
  }

  /** Line of the next island that the clock has not come to yet. */
  get nextLine(): number {
    return this.next < this.count ? this.startLine[this.next]! : Infinity;
  }
  /** The clock comes to it; gives the line of the one after. */
  begin(s: number): number {
    this.startS[this.next++] = s;
    return this.nextLine;
  }

  /** For rows in order of part and height, given by their layers: when each is laid on. */
  laidAgain(layers: readonly number[], partOf: (layer: number) => number): (LaidAgain | null)[] {
    const byLayer = new Map<number, Island[]>(layers.map((layer) => [layer, []]));
    for (let k = 0; k < this.count; k++)
      if (Number.isFinite(this.startS[k]!)) byLayer.get(this.layerOf[k]!)?.push(this.islandAt(k));
    const rows = layers.map((layer) => merged(byLayer.get(layer)!));
    const soonest: (LaidAgain | null)[] = rows.map(() => null);
    rows.forEach((row, i) => {
      for (const above of row)
        for (let r = i - 1; r >= Math.max(0, i - ROWS_BELOW) && partOf(layers[r]!) === partOf(layers[i]!); r--) {
          const below = rows[r]!.filter((b) => touches(b, above, 0));
          if (below.length === 0) continue;
          // over several nobody knows from a box when it comes to which: the first of them counts
          const { minX, minY, maxX, maxY, startS } = below.reduce((a, b) => (b.startS < a.startS ? b : a));
          const s = above.startS - startS;
          if (s > 0 && s < (soonest[r]?.s ?? Infinity))
            soonest[r] = { s, x: (minX + maxX) / 2, y: (minY + maxY) / 2, islands: rows[r]!.length };
          break;
        }
    });
    return soonest;
  }

  /** What stands apart from all else on these layers, in the order it was begun; empty where there is too much to tell. */
  parts(layers: readonly number[]): readonly PlacedPart[] {
    const wanted = new Set(layers);
    const own = Array.from({ length: this.count }, (_, k) => k).filter((k) => wanted.has(this.layerOf[k]!));
    const parts = merged(own.map((k) => this.islandAt(k)));
    if (parts.length > MOST_PARTS) return [];
    return parts.map(({ startS: _, ...part }) => part).sort((a, b) => a.line - b.line);
  }
  private islandAt(k: number): Island {
    const b = this.boxes;
    return {
      minX: b[4 * k]!,
      minY: b[4 * k + 1]!,
      maxX: b[4 * k + 2]!,
      maxY: b[4 * k + 3]!,
      line: this.startLine[k]!,
      startS: this.startS[k]!,
    };
  }

  private grow(): void {
    const wider = <T extends Float64Array | Int32Array>(from: T, to: T): T => {
      to.set(from);
      return to;
    };
    const n = this.count * 2;
    this.boxes = wider(this.boxes, new Float64Array(4 * n));
    this.startS = wider(this.startS, new Float64Array(n));
    this.startLine = wider(this.startLine, new Float64Array(n));
    this.layerOf = wider(this.layerOf, new Int32Array(n));
  }
}

/** Islands that have grown together are one, begun when the first of them was. */
function merged(islands: readonly Island[]): readonly Island[] {
  const whole: Island[] = [];
  for (let island of islands) {
    for (let k = 0; k < whole.length;) {
      const other = whole[k]!;
      if (!touches(island, other, APART_MM)) {
        k++;
        continue;
      }
      island = {
        minX: Math.min(island.minX, other.minX),
        minY: Math.min(island.minY, other.minY),
        maxX: Math.max(island.maxX, other.maxX),
        maxY: Math.max(island.maxY, other.maxY),
        line: Math.min(island.line, other.line),
        startS: Math.min(island.startS, other.startS),
      };
      whole.splice(k, 1);
      k = 0; // grown, it may touch one that was passed
    }
    whole.push(island);
  }
  return whole;
}
