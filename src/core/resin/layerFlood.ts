import { Hanging, type Column, type ColumnTip, type Hold, type LoneColumn } from './hanging.ts';
import {
  connect,
  freeRunsOf,
  lengthOf,
  OUTSIDE_LEFT,
  OUTSIDE_RIGHT,
  overlaps,
  pixelsByArea,
  placeIn,
  type Runs,
} from './runs.ts';

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
  /** The area that hangs on least for its size; null where none hangs on anything. */
  readonly hold: Hold | null;
  /** Connected areas, the largest of them, and those that begin here with nothing before them. */
  readonly areas: number;
  readonly largestPixels: number;
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
  private readonly islands: HangingArea[] = [];
  private readonly hanging: Hanging;
  /** Rooms, as far as they were closed. */
  private readonly closed: ClosedRoom[] = [];
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

  constructor(column: Column) {
    this.hanging = new Hanging(column);
  }

  /** The next layer, its runs from the top and from the left. */
  add(runs: Runs): FloodedLayer {
    const islands = this.flood(runs);
    const { rooms, roomPixels } = this.floodFree(runs);
    this.layer++;
    return { ...islands, rooms, roomPixels };
  }

  /** What began in the layer that was added last with nothing before it. */
  begun(): readonly HangingArea[] {
    return this.islands.filter((i) => i.layer === this.layer - 1);
  }

  /** Everything is printed and off the film: what is closed now is closed for good, unless the film alone closed it. */
  end(): {
    readonly islands: readonly HangingArea[];
    readonly rooms: readonly ClosedRoom[];
    readonly tips: readonly ColumnTip[];
    readonly longest: LoneColumn | null;
  } {
    const { tips, longest } = this.hanging;
    return { islands: this.islands, rooms: this.closed.filter((r) => r.volume > 0), tips, longest };
  }

  private flood(runs: Runs): Omit<FloodedLayer, 'rooms' | 'roomPixels'> {
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
    const pixels = pixelsByArea(runs, areaOf, areas);
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
    const hold = this.hanging.add(runs, areaOf, pixels);
    this.solid = { runs, thing: areaOf.map((a) => things[a]!) };
    const largestPixels = pixels.reduce((most, n) => Math.max(most, n), 0);
    return { pixels: pixels.reduce((s, n) => s + n, 0), areas, largestPixels, islands, islandPixels, hold };
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
