import { chordsOf } from './arc.ts';
import { Interpreter, type Move, type ProgramSink } from './interpreter.ts';
import { LayerKeys } from './layers.ts';
import { accelerationsOf, heatOf, ModalState } from './modalState.ts';
import type { ProgramReading } from './reading.ts';
import { WireCutter } from './wire.ts';
import { LETTER, LineWords, scanLine } from './words.ts';

/** Figures of a piece that a drawing may be coloured by. */
export const pathQuantities = ['head', 'flow', 'mmPerS', 'mmPerS2', 'nozzleC', 'retractedMm', 'areaMm2'] as const;
export type PathQuantity = (typeof pathQuantities)[number];

/** A program as straight pieces for a drawing, columns by piece; an arc comes as chords. */
export interface PathColumns {
  readonly count: number;
  readonly x0: Float32Array;
  readonly y0: Float32Array;
  readonly x1: Float32Array;
  readonly y1: Float32Array;
  /** Layer of the piece, from 0, by height; travel belongs to the layer it leads to. */
  readonly layer: Uint16Array;
  /** 1 where something is extruded. */
  readonly extruded: Uint8Array;
  /** Head of the piece, as the program calls it. */
  readonly head: Uint8Array;
  /** Commanded speed. */
  readonly mmPerS: Float32Array;
  readonly mmPerS2: Float32Array;
  readonly nozzleC: Float32Array;
  readonly retractedMm: Float32Array;
  /** Cross-section of an extruded line. */
  readonly areaMm2: Float32Array;
  readonly layerZMm: readonly number[];
  /** Whether there was more than is kept. */
  readonly isCut: boolean;
}

const MOST_PIECES = 4_000_000;
/** An arc's chords leave it by no more. */
const CHORD_ERROR_MM = 0.01;
const MOST_CHORDS = 256;
const FLOATS = ['x0', 'y0', 'x1', 'y1', 'mmPerS', 'mmPerS2', 'nozzleC', 'retractedMm', 'areaMm2'] as const;

/** Gathers the pieces of a program as it is interpreted; fed in chunks of any size. */
export class PathReader implements ProgramSink {
  private readonly interpreter: Interpreter;
  private readonly state: ModalState;
  private readonly words = new LineWords();
  private readonly cutter = new WireCutter();
  private lines = 0;
  private size = 4096;
  private count = 0;
  private readonly floats = Object.fromEntries(FLOATS.map((name) => [name, new Float32Array(4096)])) as Record<
    (typeof FLOATS)[number],
    Float32Array
  >;
  private layerOf = new Uint16Array(4096);
  private isExtruded = new Uint8Array(4096);
  private headOf = new Uint8Array(4096);
  private head = 0;
  private isCut = false;
  private readonly keys = new LayerKeys();
  private readonly partOf: number[] = [];
  private laidMm = 0;
  private readonly layerAt = new Map<number, number>();
  private readonly heights: number[] = [];
  private layer = 0;
  /** Nozzle temperature by head. */
  private readonly nozzleC = new Map<number, number>();
  private printMmPerS2 = 0;
  private travelMmPerS2 = 0;
  private retractedMm = 0;

  constructor(
    private readonly filamentAreaMm2: number,
    reading: ProgramReading = {},
  ) {
    this.state = new ModalState(reading, filamentAreaMm2);
    this.interpreter = new Interpreter(this, this.state);
  }

  push(chunk: Uint8Array): void {
    this.readLines(this.cutter.push(chunk));
  }
  finish(): PathColumns {
    this.readLines(this.cutter.finish());
    // heights are numbered as they come; a drawing counts them from below, part by part
    const order = this.heights
      .map((_, k) => k)
      .sort((a, b) => this.partOf[a]! - this.partOf[b]! || this.heights[a]! - this.heights[b]!);
    const rank = new Uint16Array(order.length);
    order.forEach((k, n) => (rank[k] = n));
    const layer = this.layerOf.slice(0, this.count);
    if (order.length > 0) for (let i = 0; i < layer.length; i++) layer[i] = rank[layer[i]!]!;
    const cut = (name: (typeof FLOATS)[number]): Float32Array => this.floats[name].slice(0, this.count);
    return {
      count: this.count,
      x0: cut('x0'),
      y0: cut('y0'),
      x1: cut('x1'),
      y1: cut('y1'),
      layer,
      extruded: this.isExtruded.slice(0, this.count),
      head: this.headOf.slice(0, this.count),
      mmPerS: cut('mmPerS'),
      mmPerS2: cut('mmPerS2'),
      nozzleC: cut('nozzleC'),
      retractedMm: cut('retractedMm'),
      areaMm2: cut('areaMm2'),
      layerZMm: order.map((k) => this.heights[k]!),
      isCut: this.isCut || this.cutter.failure !== null,
    };
  }
  private readLines(cut: Uint8Array): void {
    for (let from = 0; from < cut.length;) {
      from = scanLine(cut, from, cut.length, this.words);
      this.interpreter.execute(this.words, ++this.lines);
    }
  }

  path(move: Move): void {
    const { x, y, z } = this.state;
    const isExtruded = move.hasXY && move.de > 0;
    if (isExtruded) {
      this.enter(this.keys.at(z, move.dz > 1e-6, this.heights.length > 2 ? Infinity : this.laidMm), z);
      this.laidMm += move.de;
    }
    if (!move.hasXY) return;
    const area = isExtruded ? (move.de * this.filamentAreaMm2) / move.lengthMm : 0;
    const { arc } = move;
    if (!arc) return this.add(move.fromX, move.fromY, x, y, isExtruded, area);
    const chords = chordsOf(arc, CHORD_ERROR_MM, MOST_CHORDS);
    let [fromX, fromY] = [move.fromX, move.fromY];
    for (let k = 1; k <= chords; k++) {
      const angle = arc.startAngle + (arc.sweep * k) / chords;
      const toX = k === chords ? x : arc.centreX + arc.radiusMm * Math.cos(angle);
      const toY = k === chords ? y : arc.centreY + arc.radiusMm * Math.sin(angle);
      this.add(fromX, fromY, toX, toY, isExtruded, area);
      [fromX, fromY] = [toX, toY];
    }
  }
  filament(deMm: number): void {
    this.retractedMm = deMm < 0 ? -deMm : 0;
  }
  m(code: number, w: LineWords): void {
    if (code === 104 || code === 109) {
      const celsius = heatOf(w);
      if (celsius > 0) this.nozzleC.set(w.has(LETTER.T) ? w.values[LETTER.T]! : this.head, celsius);
    } else if (code === 204) {
      const [ofLines, ofTravel] = accelerationsOf(w);
      if (ofLines > 0) this.printMmPerS2 = ofLines;
      if (ofTravel > 0) this.travelMmPerS2 = ofTravel;
    }
  }
  g(): void {}
  tool(tool: number): void {
    this.head = Math.min(255, tool);
    this.retractedMm = 0;
  }
  homed(): void {}
  problem(): void {}

  private enter(key: number, zMm: number): void {
    const known = this.layerAt.get(key);
    if (known !== undefined) {
      this.layer = known;
      return;
    }
    this.layer = Math.min(this.heights.length, 65_535);
    this.layerAt.set(key, this.layer);
    this.heights[this.layer] = zMm;
    this.partOf[this.layer] = this.keys.part;
  }

  private add(fromX: number, fromY: number, toX: number, toY: number, isExtruded: boolean, areaMm2: number): void {
    if (this.count === MOST_PIECES) {
      this.isCut = true;
      return;
    }
    if (this.count === this.size) this.grow();
    const i = this.count++;
    const f = this.floats;
    f.x0[i] = fromX;
    f.y0[i] = fromY;
    f.x1[i] = toX;
    f.y1[i] = toY;
    f.mmPerS[i] = this.state.feedMmPerS;
    f.mmPerS2[i] = isExtruded ? this.printMmPerS2 : this.travelMmPerS2;
    f.nozzleC[i] = this.nozzleC.get(this.head) ?? 0;
    f.retractedMm[i] = this.retractedMm;
    f.areaMm2[i] = areaMm2;
    this.layerOf[i] = this.layer;
    this.isExtruded[i] = isExtruded ? 1 : 0;
    this.headOf[i] = this.head;
  }
  private grow(): void {
    this.size *= 2;
    for (const name of FLOATS) this.floats[name] = widened(this.floats[name], new Float32Array(this.size));
    this.layerOf = widened(this.layerOf, new Uint16Array(this.size));
    this.isExtruded = widened(this.isExtruded, new Uint8Array(this.size));
    this.headOf = widened(this.headOf, new Uint8Array(this.size));
  }
}
function widened<T extends Float32Array | Uint16Array | Uint8Array>(from: T, to: T): T {
  to.set(from);
  return to;
}

/** The pieces of a whole program held in memory. */
export function readPath(bytes: Uint8Array, filamentAreaMm2: number, reading?: ProgramReading): PathColumns {
  const reader = new PathReader(filamentAreaMm2, reading);
  reader.push(bytes);
  return reader.finish();
}
/** One quantity of every piece; flow is that of the commanded speed, heads are counted from 1. */
export function quantityOf(path: PathColumns, quantity: PathQuantity): Float32Array {
  if (quantity === 'flow') return path.areaMm2.map((area, i) => area * path.mmPerS[i]!);
  return quantity === 'head' ? Float32Array.from(path.head, (tool) => tool + 1) : path[quantity];
}
