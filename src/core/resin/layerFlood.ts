import { connect, type Runs } from './runs.ts';

/** A connected area of a layer of which nothing lies on the layer before. */
export interface HangingArea {
  readonly layer: number;
  readonly pixels: number;
  /** In its middle, pixels. */
  readonly at: readonly [x: number, y: number];
  /** Layer that joins it to something held; null where none does. */
  heldFrom: number | null;
}
/** A room that solid and film close while it prints, or for good. */
export interface ClosedRoom {
  /** Layers in which the film closes it; it opens in the one after the last, or never. */
  fromLayer: number;
  toLayer: number;
  /** At the film, where that is largest. */
  pixels: number;
  widestLayer: number;
  at: readonly [x: number, y: number];
  /** Pixels of all its layers. */
  volume: number;
  /** Nothing leads out of it when the print is whole. */
  isSealed: boolean;
}
/** What one layer shows. */
export interface FloodedLayer {
  readonly pixels: number;
  /** Connected areas, and those of them that begin here with nothing before them. */
  readonly areas: number;
  readonly islands: number;
  readonly islandPixels: number;
  /** Closed rooms at the film, and how much of it they take. */
  readonly rooms: number;
  readonly roomPixels: number;
}

/** Connected things of the layer before, to which those of the next are joined. */
interface Seen {
  readonly runs: Runs;
  /** What each run belongs to, over all layers. */
  readonly thing: Int32Array;
}
const NOTHING: Seen = { runs: new Int32Array(0), thing: new Int32Array(0) };
const HELD = 0;
const OPEN = 0;

/** Floods solid and what it leaves free, layer by layer from the plate; only the layer before is kept. Solid is held by the plate or by
 *  what is; what is free is open where it leads to the outside through layers printed so far, for the film closes the rest. Things
 *  touch along sides of pixels. */
export class LayerFlood {
  readonly islands: HangingArea[] = [];
  /** Rooms, as far as they were closed. */
  readonly closed: ClosedRoom[] = [];
  private layer = 0;
  private solid = NOTHING;
  private free = NOTHING;
  private readonly solids = new Things<HangingArea[]>((into, from) => {
    into.push(...from);
  });
  private readonly frees = new Things<ClosedRoom>((into, from) => {
    into.fromLayer = Math.min(into.fromLayer, from.fromLayer);
    into.volume += from.volume;
    if (from.pixels > into.pixels) {
      into.pixels = from.pixels;
      into.widestLayer = from.widestLayer;
      into.at = from.at;
    }
    from.volume = 0; // told with the other from now on
  });
  /** Rooms that were closed in the layer before. */
  private readonly stillClosed = new Set<ClosedRoom>();

  /** The next layer, its runs from the top and from the left. */
  add(runs: Runs): FloodedLayer {
    const islands = this.flood(runs);
    const { rooms, roomPixels } = this.floodFree(runs);
    this.layer++;
    return { ...islands, rooms, roomPixels };
  }

  /** Everything is printed and off the film: what is closed now is closed for good, unless the film alone closed it. */
  end(): { readonly islands: readonly HangingArea[]; readonly rooms: readonly ClosedRoom[] } {
    return { islands: this.islands, rooms: this.closed.filter((r) => r.volume > 0) };
  }

  private flood(runs: Runs): Pick<FloodedLayer, 'pixels' | 'areas' | 'islands' | 'islandPixels'> {
    const { areaOf, areas } = connect(runs);
    const things = new Int32Array(areas).fill(-1);
    const join = (area: number, thing: number): void => {
      const known = things[area]!;
      if (known < 0) things[area] = thing;
      else {
        const lost = this.solids.join(known, thing);
        if (lost) for (const island of lost) island.heldFrom ??= this.layer;
      }
    };
    if (this.layer === 0) things.fill(HELD);
    else overlaps(this.solid.runs, runs, (before, now) => join(areaOf[now]!, this.solid.thing[before]!));
    const pixels = new Int32Array(areas);
    for (let i = 0; i < areaOf.length; i++) pixels[areaOf[i]!]! += lengthOf(runs, i);
    let islands = 0;
    let islandPixels = 0;
    for (let a = 0; a < areas; a++) {
      if (things[a]! >= 0) continue;
      const at = placeIn(runs, (i) => areaOf[i] === a);
      const island = { layer: this.layer, pixels: pixels[a]!, at, heldFrom: null };
      this.islands.push(island);
      things[a] = this.solids.add([island]);
      islands++;
      islandPixels += pixels[a]!;
    }
    this.solid = { runs, thing: areaOf.map((a) => things[a]!) };
    return { pixels: pixels.reduce((s, n) => s + n, 0), areas, islands, islandPixels };
  }

  private floodFree(solid: Runs): Pick<FloodedLayer, 'rooms' | 'roomPixels'> {
    const runs = freeRunsOf(solid);
    const { areaOf, areas } = connect(runs);
    const things = new Int32Array(areas).fill(-1);
    const [top, low] = runs.length > 0 ? [runs[0]!, runs[runs.length - 3]!] : [0, -1];
    const join = (a: number, b: number): void => {
      const opened = this.frees.join(a, b);
      if (opened) this.stillClosed.delete(opened);
    };
    for (let i = 0; i < areaOf.length; i++) {
      const [y, from, to] = [runs[3 * i]!, runs[3 * i + 1]!, runs[3 * i + 2]!];
      if (y === top || y === low || from === OUTSIDE_LEFT || to === OUTSIDE_RIGHT) things[areaOf[i]!] = OPEN;
    }
    if (this.layer > 0) {
      const before = this.free;
      // where a layer has nothing, everything is open
      const [topBefore, lowBefore] =
        before.runs.length > 0 ? [before.runs[0]!, before.runs[before.runs.length - 3]!] : [0, -1];
      for (let i = 0; i < areaOf.length; i++)
        if (runs[3 * i]! < topBefore || runs[3 * i]! > lowBefore) things[areaOf[i]!] = OPEN;
      for (let i = 0; i < before.thing.length; i++)
        if (before.runs[3 * i]! < top || before.runs[3 * i]! > low) join(OPEN, before.thing[i]!);
      overlaps(before.runs, runs, (was, now) => {
        const area = areaOf[now]!;
        const thing = before.thing[was]!;
        if (things[area]! < 0) things[area] = thing;
        else join(things[area]!, thing);
      });
    }
    const room = this.roomsOf(runs, areaOf, things);
    this.free = { runs, thing: areaOf.map((a) => things[a]!) };
    return room;
  }

  /** Takes stock of what is closed in this layer, and of what no longer is. */
  private roomsOf(runs: Runs, areaOf: Int32Array, things: Int32Array): Pick<FloodedLayer, 'rooms' | 'roomPixels'> {
    const here = new Map<number, number>();
    for (let i = 0; i < areaOf.length; i++) {
      const area = areaOf[i]!;
      if (things[area]! < 0) {
        const [fromLayer, toLayer, widestLayer] = [this.layer, this.layer, this.layer];
        const room: ClosedRoom = { fromLayer, toLayer, pixels: 0, widestLayer, at: [0, 0], volume: 0, isSealed: false };
        this.closed.push(room);
        things[area] = this.frees.add(room);
      }
      const root = this.frees.rootOf(things[area]!);
      if (root !== OPEN) here.set(root, (here.get(root) ?? 0) + lengthOf(runs, i));
    }
    for (const room of this.stillClosed) room.isSealed = true;
    this.stillClosed.clear();
    let roomPixels = 0;
    for (const [root, pixels] of here) {
      const room = this.frees.of(root)!;
      room.isSealed = false;
      room.toLayer = this.layer;
      room.volume += pixels;
      roomPixels += pixels;
      if (pixels > room.pixels) {
        room.pixels = pixels;
        room.widestLayer = this.layer;
        room.at = placeIn(runs, (i) => this.frees.rootOf(things[areaOf[i]!]!) === root);
      }
      this.stillClosed.add(room);
    }
    return { rooms: here.size, roomPixels };
  }
}

const lengthOf = (runs: Runs, i: number): number => runs[3 * i + 2]! - runs[3 * i + 1]!;
/** A place in the middle of some runs, and on one of them. */
function placeIn(runs: Runs, isOf: (i: number) => boolean): readonly [number, number] {
  let [x, y, pixels] = [0, 0, 0];
  for (let i = 0; 3 * i < runs.length; i++) {
    if (!isOf(i)) continue;
    const length = lengthOf(runs, i);
    x += (length * (runs[3 * i + 1]! + runs[3 * i + 2]!)) / 2;
    y += length * (runs[3 * i]! + 0.5);
    pixels += length;
  }
  x /= pixels;
  y /= pixels;
  let best: readonly [number, number] = [0, 0];
  let nearest = Infinity;
  for (let i = 0; 3 * i < runs.length; i++) {
    if (!isOf(i)) continue;
    const at = [clamped(x, runs[3 * i + 1]! + 0.5, runs[3 * i + 2]! - 0.5), runs[3 * i]! + 0.5] as const;
    const off = Math.hypot(at[0] - x, at[1] - y);
    if (off < nearest) [best, nearest] = [at, off];
  }
  return best;
}
const clamped = (v: number, low: number, high: number): number => Math.min(high, Math.max(low, v));

/** Things over all layers, joined as they meet; number 0 is the one that is held, or open. */
class Things<Record> {
  private parent = new Int32Array(1024);
  private count = 1;
  private readonly records = new Map<number, Record>();

  constructor(private readonly merge: (into: Record, from: Record) => void) {}

  add(record: Record): number {
    if (this.count === this.parent.length) {
      const more = new Int32Array(2 * this.count);
      more.set(this.parent);
      this.parent = more;
    }
    this.parent[this.count] = this.count;
    this.records.set(this.count, record);
    return this.count++;
  }
  rootOf(i: number): number {
    const { parent } = this;
    while (parent[i] !== i) i = parent[i] = parent[parent[i]!]!;
    return i;
  }
  of = (root: number): Record | undefined => this.records.get(root);
  /** Makes one of two; gives what was known of one that is number 0 from now on. */
  join(a: number, b: number): Record | undefined {
    const [p, q] = [this.rootOf(a), this.rootOf(b)];
    if (p === q) return undefined;
    const [into, from] = p < q ? [p, q] : [q, p];
    this.parent[from] = into;
    const lost = this.records.get(from)!;
    this.records.delete(from);
    if (into === 0) return lost;
    this.merge(this.records.get(into)!, lost);
    return undefined;
  }
}

const OUTSIDE_LEFT = -1;
const OUTSIDE_RIGHT = 0x7fffffff;
/** What a layer leaves free between its highest row and its lowest. */
function freeRunsOf(solid: Runs): Runs {
  if (solid.length === 0) return solid;
  const out: number[] = [];
  let y = solid[0]!;
  let from = OUTSIDE_LEFT;
  for (let i = 0; i < solid.length; i += 3) {
    while (y < solid[i]!) {
      out.push(y, from, OUTSIDE_RIGHT);
      y++;
      from = OUTSIDE_LEFT;
    }
    if (solid[i + 1]! > from) out.push(y, from, solid[i + 1]!);
    from = solid[i + 2]!;
  }
  out.push(y, from, OUTSIDE_RIGHT);
  return Int32Array.from(out);
}

/** Calls for each pair of runs of two layers that lie over each other. */
function overlaps(before: Runs, now: Runs, each: (before: number, now: number) => void): void {
  let k = 0;
  for (let i = 0; i < now.length; i += 3) {
    const [y, from, to] = [now[i]!, now[i + 1]!, now[i + 2]!];
    while (k < before.length && (before[k]! < y || (before[k]! === y && before[k + 2]! <= from))) k += 3;
    for (let j = k; j < before.length && before[j]! === y && before[j + 1]! < to; j += 3) each(j / 3, i / 3);
  }
}
