import { exposureIn, outlinesOf, type PlateProgram } from './plate.ts';
import { rasterise } from './raster.ts';

/** Which part of the screen is looked at, in pixels of the screen, and how finely. */
export interface LightWindow {
  readonly left: number;
  readonly top: number;
  /** Screen pixels to a cell, both ways. */
  readonly stepX: number;
  readonly stepY: number;
  readonly width: number;
  readonly height: number;
}

/** Seconds of light a layer gives, by cell of a window, row by row from its upper left: the mean of the pixels a cell covers, or the pixel it
 *  lies on where cells are finer. Shades count by their share. Fields do not share pixels, so each is drawn alone for all of its seconds. */
export function lightOf(p: PlateProgram, layer: number, w: LightWindow): Float32Array {
  const out = new Float32Array(w.width * w.height);
  const [width, height] = p.pixels;
  const across = spansOf(w.left, w.stepX, w.width, width);
  const along = spansOf(w.top, w.stepY, w.height, height);
  const rowsOf = cellsOver(along, height, w.height);
  const sums = new Float64Array(w.width);
  p.fields.forEach((field, index) => {
    const outlines = outlinesOf(p, [index], layer);
    if (outlines.length === 0) return;
    const seconds = exposureIn(p, field, layer);
    const cells = cellsOf(p, index, layer, w);
    let isSummed = false;
    rasterise(outlines, { width, height, samples: p.samples, lowestGrey: p.lowestGrey }, (y, row, isEmpty, isSame) => {
      const from = rowsOf.first[y]!;
      const after = rowsOf.after[y]!;
      if (!isSame) isSummed = false;
      if (isEmpty || from >= after) return;
      if (!isSummed) sumOver(row, across, sums, cells);
      isSummed = true;
      for (let r = from; r < after; r++) {
        const share = seconds / 255 / (along.after[r]! - along.first[r]!);
        for (let x = cells[0], i = r * w.width + x; x < cells[1]; x++, i++) out[i]! += sums[x]! * share;
      }
    });
  });
  return out;
}

/** Pixels each cell covers along one side: from `first` to before `after`, at least one where the cell lies on the screen. */
interface Spans {
  readonly first: Int32Array;
  readonly after: Int32Array;
}
function spansOf(from: number, step: number, cells: number, pixels: number): Spans {
  const first = new Int32Array(cells);
  const after = new Int32Array(cells);
  for (let i = 0; i < cells; i++) {
    const at = Math.floor(from + i * step);
    first[i] = Math.max(0, at);
    after[i] = Math.min(pixels, Math.max(at + 1, Math.floor(from + (i + 1) * step)));
  }
  return { first, after };
}
/** Cells that show a pixel along one side, in the same manner. */
function cellsOver(spans: Spans, pixels: number, cells: number): Spans {
  const first = new Int32Array(pixels).fill(cells);
  const after = new Int32Array(pixels);
  for (let i = 0; i < cells; i++)
    for (let y = spans.first[i]!; y < spans.after[i]!; y++) {
      first[y] = Math.min(first[y]!, i);
      after[y] = Math.max(after[y]!, i + 1);
    }
  return { first, after };
}

/** Columns of cells that a field can reach, from the first to before the last. */
function cellsOf(
  p: PlateProgram,
  field: number,
  layer: number,
  w: LightWindow,
): readonly [from: number, after: number] {
  let low = Infinity;
  let high = -Infinity;
  for (const outline of outlinesOf(p, [field], layer))
    for (let i = 0; i < outline.length; i += 2) {
      low = Math.min(low, Math.floor(outline[i]!));
      high = Math.max(high, Math.ceil(outline[i]!));
    }
  return [
    Math.max(0, Math.floor((low - w.left) / w.stepX) - 1),
    Math.min(w.width, Math.ceil((high - w.left) / w.stepX) + 1),
  ];
}

function sumOver(
  row: Uint8Array,
  { first, after }: Spans,
  sums: Float64Array,
  [from, end]: readonly [number, number],
): void {
  for (let x = from; x < end; x++) {
    let sum = 0;
    for (let k = first[x]!; k < after[x]!; k++) sum += row[k]!;
    sums[x] = after[x]! > first[x]! ? sum / (after[x]! - first[x]!) : 0;
  }
}
