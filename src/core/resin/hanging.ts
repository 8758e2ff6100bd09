import { overlaps, placeIn, type Runs } from './runs.ts';

/** Areas of no more pixels are slender; columns are so for as many layers at least. */
export interface Column {
  readonly pixels: number;
  readonly layers: number;
}
/** A slender column that runs into something wide. */
export interface ColumnTip {
  /** The layer it runs into. */
  readonly layer: number;
  /** Narrowest section on the way up to it, and in which layer. */
  readonly pixels: number;
  readonly narrowestLayer: number;
  readonly at: readonly [x: number, y: number];
}
/** An area and the narrowest section by which it hangs on the plate: what peels it off the film is carried there. */
export interface Hold {
  readonly pixels: number;
  readonly byPixels: number;
  readonly narrowestLayer: number;
  readonly at: readonly [x: number, y: number];
}

/** A slender column on its way up, from where it stands or was last joined to another. */
export interface LoneColumn {
  readonly layers: number;
  /** The last of them. */
  readonly layer: number;
  readonly at: readonly [x: number, y: number];
}

/** How the areas of a layer hang together with the plate. */
interface Hung {
  readonly areaOf: Int32Array;
  /** Narrowest section below each area, of all ways down together, and the layer it is in. */
  readonly by: Float64Array;
  readonly narrowest: Int32Array;
  /** Layers through which each area was slender, this one counted. */
  readonly slender: Int32Array;
  /** And those since it was last joined to another. */
  readonly alone: Int32Array;
}
const NO_AREAS: Hung = {
  areaOf: new Int32Array(0),
  by: new Float64Array(0),
  narrowest: new Int32Array(0),
  slender: new Int32Array(0),
  alone: new Int32Array(0),
};

/** Follows by how much each area hangs on the plate, layer by layer from there; only the layer before is kept. */
export class Hanging {
  readonly tips: ColumnTip[] = [];
  longest: LoneColumn | null = null;
  private hung = NO_AREAS;
  private runs: Runs = new Int32Array(0);
  private layer = 0;

  constructor(private readonly column: Column) {}

  /** Follows the narrowest section from the plate upwards: of an area it is its own, or that of all it lies on, as far as it lies on it. */
  add(runs: Runs, areaOf: Int32Array, pixels: Int32Array): Hold | null {
    const areas = pixels.length;
    const before = this.hung;
    const by = new Float64Array(areas);
    const narrowest = new Int32Array(areas).fill(this.layer);
    const slender = new Int32Array(areas);
    if (this.layer === 0) by.set(pixels);
    const lies = this.layer === 0 ? new Map<number, number>() : this.contacts(runs, areaOf);
    const most = before.by.length;
    const widest = new Float64Array(areas);
    const below = new Int32Array(areas);
    const above = new Int32Array(most);
    for (const pair of lies.keys()) {
      below[Math.floor(pair / most)]!++;
      above[pair % most]!++;
    }
    const alone = new Int32Array(areas);
    for (const [pair, contact] of lies) {
      const [a, b] = [Math.floor(pair / most), pair % most];
      const way = Math.min(before.by[b]!, contact);
      by[a] = by[a]! + way;
      slender[a] = Math.max(slender[a]!, before.slender[b]!);
      if (below[a] === 1 && above[b] === 1) alone[a] = before.alone[b]!;
      if (way <= widest[a]!) continue;
      widest[a] = way;
      narrowest[a] = contact < before.by[b]! ? this.layer : before.narrowest[b]!;
    }
    let least: number | null = null;
    let longest: number | null = null;
    for (let a = 0; a < areas; a++) {
      if (pixels[a]! <= by[a]!) {
        by[a] = pixels[a]!;
        narrowest[a] = this.layer;
      }
      const isSlender = pixels[a]! <= this.column.pixels;
      slender[a] = isSlender ? slender[a]! + 1 : 0;
      alone[a] = isSlender ? alone[a]! + 1 : 0;
      if (alone[a]! > (longest === null ? (this.longest?.layers ?? 0) : alone[longest]!)) longest = a;
      if (by[a]! > 0 && (least === null || pixels[a]! * by[least]! > pixels[least]! * by[a]!)) least = a;
    }
    for (const [pair, contact] of lies) {
      const [a, b] = [Math.floor(pair / most), pair % most];
      if (slender[a]! > 0 || before.slender[b]! < this.column.layers || before.by[b] === 0) continue;
      this.tips.push({
        layer: this.layer,
        pixels: Math.min(before.by[b]!, contact),
        narrowestLayer: contact < before.by[b]! ? this.layer : before.narrowest[b]!,
        at: placeIn(this.runs, (i) => before.areaOf[i] === b),
      });
    }
    if (longest !== null)
      this.longest = { layers: alone[longest]!, layer: this.layer, at: placeIn(runs, (i) => areaOf[i] === longest) };
    this.hung = { areaOf, by, narrowest, slender, alone };
    this.runs = runs;
    this.layer++;
    return least === null
      ? null
      : {
          pixels: pixels[least]!,
          byPixels: by[least]!,
          narrowestLayer: narrowest[least]!,
          at: placeIn(runs, (i) => areaOf[i] === least),
        };
  }
  /** Pixels by which areas of this layer lie on areas of the one before, by pair. */
  private contacts(runs: Runs, areaOf: Int32Array): Map<number, number> {
    const out = new Map<number, number>();
    const before = this.runs;
    const areas = this.hung.by.length;
    overlaps(before, runs, (was, now) => {
      const pair = areaOf[now]! * areas + this.hung.areaOf[was]!;
      const shared =
        Math.min(before[3 * was + 2]!, runs[3 * now + 2]!) - Math.max(before[3 * was + 1]!, runs[3 * now + 1]!);
      out.set(pair, (out.get(pair) ?? 0) + shared);
    });
    return out;
  }
}
