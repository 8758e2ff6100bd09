import { PathReader, quantityOf, type PathColumns, type PathQuantity } from '../core/gcode/pathColumns.ts';
import type { ProgramReading } from '../core/gcode/reading.ts';
import { byLayer, paintLayer, stepsOf, type ByLayer, type PathPicture } from '../ui/path/paint.ts';
import type { View } from '../ui/path/view.ts';

export interface PaintRequest {
  readonly id: number;
  readonly layer: number;
  readonly view: View;
  readonly width: number;
  readonly height: number;
  readonly dense: number;
}
export interface Painted {
  readonly request: PaintRequest;
  readonly bitmap: ImageBitmap;
}
/** A program to be fetched and read here, piece by piece as it comes, so that the page never holds it. */
export interface OpenPath {
  readonly open: string;
  readonly filamentAreaMm2: number;
  /** How the controller reads it, as JSON. */
  readonly reads: string;
  readonly quantities: readonly { readonly key: PathQuantity; readonly isOfTravel: boolean }[];
}
/** What a page needs to know of an opened path: heights, box, and the range of each quantity asked for. */
export interface OpenedPath {
  readonly layerZMm: readonly number[];
  readonly frame: readonly [x0: number, x1: number, y0: number, y1: number];
  readonly ranges: readonly (readonly [number, number])[];
  readonly isCut: boolean;
}
/** By what the pieces are coloured from now on: the number of one of the quantities asked for. */
export interface ColourBy {
  readonly colourBy: number;
}

let path: PathColumns | null = null;
let opening: OpenPath | null = null;
let opened: OpenedPath | null = null;
let picture: PathPicture | null = null;
let layers: ByLayer | null = null;
let newest: PaintRequest | null = null;

/** Reads a program once, then draws what is asked of it; a request that a later one has overtaken is left out. */
self.onmessage = ({ data }: MessageEvent<OpenPath | ColourBy | { picture: PathPicture } | PaintRequest>) => {
  if ('open' in data) void open(data);
  else if ('colourBy' in data) colourBy(data.colourBy);
  else if ('picture' in data) {
    picture = data.picture;
    layers = byLayer(data.picture.path);
  } else {
    newest = data;
    setTimeout(() => paint(data)); // after the requests that already wait
  }
};

async function open(asked: OpenPath): Promise<void> {
  try {
    const response = await fetch(asked.open);
    if (!response.ok || !response.body) throw new Error('The program cannot be fetched; open the page again');
    const reader = new PathReader(asked.filamentAreaMm2, JSON.parse(asked.reads) as ProgramReading);
    const chunks = response.body.getReader();
    for (let piece = await chunks.read(); !piece.done; piece = await chunks.read()) reader.push(piece.value);
    path = reader.finish();
    opening = asked;
    layers = byLayer(path);
    opened = {
      layerZMm: path.layerZMm,
      frame: frameOf(path),
      ranges: asked.quantities.map((q) => rangeOf(path!, q)),
      isCut: path.isCut,
    };
    colourBy(0);
    self.postMessage({ opened });
  } catch (e) {
    self.postMessage({ refused: (e as Error).message });
  }
}
function colourBy(n: number): void {
  if (!path || !opening || !opened) return;
  const { key, isOfTravel } = opening.quantities[n]!;
  picture = { path, steps: stepsOf(quantityOf(path, key), opened.ranges[n]!), isOfTravel, lineMm: LINE_MM };
}
/** Lines are drawn so wide, about what they are. */
const LINE_MM = 0.4;

function paint(request: PaintRequest): void {
  if (!picture || !layers || request !== newest) return;
  const { width, height, dense } = request;
  const canvas = new OffscreenCanvas(Math.max(1, Math.round(width * dense)), Math.max(1, Math.round(height * dense)));
  const g = canvas.getContext('2d')!;
  g.scale(dense, dense);
  paintLayer(g, picture, layers, request.layer, request.view, width, height);
  const bitmap = canvas.transferToImageBitmap();
  const painted: Painted = { request, bitmap };
  self.postMessage(painted, { transfer: [bitmap] });
}

function rangeOf(
  p: PathColumns,
  { key, isOfTravel }: { readonly key: PathQuantity; readonly isOfTravel: boolean },
): readonly [number, number] {
  const figures = quantityOf(p, key);
  let low = Infinity;
  let high = -Infinity;
  for (let i = 0; i < p.count; i++)
    if ((p.extruded[i] === 1) !== isOfTravel) {
      low = Math.min(low, figures[i]!);
      high = Math.max(high, figures[i]!);
    }
  return Number.isFinite(low) ? [low, high] : [0, 0];
}
function frameOf(p: PathColumns): OpenedPath['frame'] {
  let x0 = Infinity;
  let x1 = -Infinity;
  let y0 = Infinity;
  let y1 = -Infinity;
  for (let i = 0; i < p.count; i++)
    if (p.extruded[i]) {
      x0 = Math.min(x0, p.x0[i]!, p.x1[i]!);
      x1 = Math.max(x1, p.x0[i]!, p.x1[i]!);
      y0 = Math.min(y0, p.y0[i]!, p.y1[i]!);
      y1 = Math.max(y1, p.y0[i]!, p.y1[i]!);
    }
  return Number.isFinite(x0) ? [x0, x1, y0, y1] : [0, 1, 0, 1];
}
