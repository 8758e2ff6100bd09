import type { PathColumns } from '../../core/gcode/pathColumns.ts';
import type { View } from './view.ts';

/** One hue for a quantity, from little to much: told apart by lightness alone, and none of the colours that mean a state. */
export const PATH_COLOURS = ['#aebccb', '#869cb2', '#5f7b96', '#3c5a78', '#1d3550'] as const;
const GHOST = 'rgba(139,134,123,.28)';
const LINE = '#8b867b';
const TRAVEL = 'rgba(106,46,87,.5)';
const NARROWEST_PX = 1;
/** Pieces stroked at once: a rasteriser takes far longer over one path of many pieces than over many paths. */
const BATCH = 800;

/** A path as it is drawn. */
export interface PathPicture {
  readonly path: PathColumns;
  /** Step of every piece in the sequence of colours. */
  readonly steps: Uint8Array;
  /** Whether the quantity belongs to travel instead of to what is extruded. */
  readonly isOfTravel: boolean;
  readonly lineMm: number;
}
/** Pieces of each layer: `pieces` from `starts[layer]` to `starts[layer + 1]`. */
export interface ByLayer {
  readonly starts: Uint32Array;
  readonly pieces: Uint32Array;
}
type Brush = CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D;

export function byLayer({ count, layer, layerZMm }: PathColumns): ByLayer {
  const starts = new Uint32Array(Math.max(1, layerZMm.length) + 1);
  for (let i = 0; i < count; i++) starts[layer[i]! + 1]!++;
  for (let k = 1; k < starts.length; k++) starts[k]! += starts[k - 1]!;
  const fill = starts.slice(0, -1);
  const pieces = new Uint32Array(count);
  for (let i = 0; i < count; i++) pieces[fill[layer[i]!]!++] = i;
  return { starts, pieces };
}

/** Draws a layer, the one before it as a shade, in so many pixels. */
export function paintLayer(
  g: Brush,
  { path: s, steps, isOfTravel, lineMm }: PathPicture,
  layers: ByLayer,
  layer: number,
  view: View,
  width: number,
  height: number,
): void {
  g.clearRect(0, 0, width, height);
  g.lineCap = view.pxPerMm > 2 ? 'round' : 'butt';
  const left = width / 2 - view.xMm * view.pxPerMm;
  const top = height / 2 + view.yMm * view.pxPerMm;
  const k = view.pxPerMm;
  const stroke = (of: number, wants: (i: number) => boolean): void => {
    if (of < 0 || of + 1 >= layers.starts.length) return;
    let held = 0;
    g.beginPath();
    for (let n = layers.starts[of]!; n < layers.starts[of + 1]!; n++) {
      const i = layers.pieces[n]!;
      if (!wants(i)) continue;
      const x0 = left + s.x0[i]! * k;
      const x1 = left + s.x1[i]! * k;
      const y0 = top - s.y0[i]! * k;
      const y1 = top - s.y1[i]! * k;
      if ((x0 < 0 && x1 < 0) || (y0 < 0 && y1 < 0) || (x0 > width && x1 > width) || (y0 > height && y1 > height))
        continue;
      g.moveTo(x0, y0);
      g.lineTo(x1, y1);
      if (++held === BATCH) {
        g.stroke();
        g.beginPath();
        held = 0;
      }
    }
    g.stroke();
  };
  const widthPx = Math.max(NARROWEST_PX, lineMm * k);
  g.setLineDash([]);
  g.lineWidth = widthPx;
  g.strokeStyle = GHOST;
  stroke(layer - 1, (i) => s.extruded[i] === 1);
  if (isOfTravel) {
    g.strokeStyle = LINE;
    stroke(layer, (i) => s.extruded[i] === 1);
  } else
    PATH_COLOURS.forEach((colour, step) => {
      g.strokeStyle = colour;
      stroke(layer, (i) => s.extruded[i] === 1 && steps[i] === step);
    });
  g.setLineDash([2, 3]);
  if (isOfTravel) {
    g.lineWidth = 1.6;
    PATH_COLOURS.forEach((colour, step) => {
      g.strokeStyle = colour;
      stroke(layer, (i) => s.extruded[i] === 0 && steps[i] === step);
    });
  } else {
    g.lineWidth = 0.8;
    g.strokeStyle = TRAVEL;
    stroke(layer, (i) => s.extruded[i] === 0);
  }
}

/** Step of every piece in the sequence of colours. */
export function stepsOf(figures: Float32Array, [low, high]: readonly [number, number]): Uint8Array {
  const steps = PATH_COLOURS.length;
  return Uint8Array.from(figures, (v) =>
    high > low ? Math.max(0, Math.min(steps - 1, Math.floor(((v - low) / (high - low)) * steps))) : 2,
  );
}
