import { exposureIn, outlinesOf, type PlateProgram } from './plate.ts';
import { rasterise, type GreyRuns } from './raster.ts';

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

/** Seconds of light a layer of a plate gives. Fields do not share pixels, so each is drawn alone for all of its seconds. */
export function lightOf(p: PlateProgram, layer: number, w: LightWindow): Float32Array {
  const [width, height] = p.pixels;
  const { samples, lowestGrey } = p;
  return lightOfRuns(
    p.fields.map((field, index) => ({
      runs: rasterise(outlinesOf(p, [index], layer), { width, height, samples, lowestGrey }),
      seconds: exposureIn(p, field, layer),
    })),
    p.pixels,
    w,
  );
}

/** Seconds of light that exposures give together, by cell of a window, row by row from its upper left: the mean of the pixels a cell
 *  covers, or the pixel it lies on where cells are finer. Shades count by their share. */
export function lightOfRuns(
  exposures: readonly { readonly runs: GreyRuns; readonly seconds: number }[],
  [width, height]: readonly [number, number],
  w: LightWindow,
): Float32Array {
  const out = new Float32Array(w.width * w.height);
  const across = spansOf(w.left, w.stepX, w.width, width);
  const along = spansOf(w.top, w.stepY, w.height, height);
  const columnsOver = cellsOver(across, width, w.width);
  const rowsOver = cellsOver(along, height, w.height);
  const stride = w.width + 1;
  for (const { runs, seconds } of exposures) {
    // greys of rows that cover a cell from side to side, as their change from the cell before; and greys × pixels of the others
    const changes = new Int32Array(stride * w.height);
    const parts = new Int32Array(w.width * w.height);
    for (let i = 0; i < runs.length; i += 4) {
      const [y, from, to, grey] = [runs[i]!, runs[i + 1]!, runs[i + 2]!, runs[i + 3]!];
      // the first cell that shows any of it, and the last
      let left = w.width;
      let right = 0;
      for (let x = from; x < to && left === w.width; x++) left = columnsOver.first[x]!;
      for (let x = to - 1; x >= from && right === 0; x--) right = columnsOver.after[x]!;
      if (left >= right) continue;
      let wholeFrom = left;
      let wholeTo = right;
      while (wholeFrom < right && across.first[wholeFrom]! < from) wholeFrom++;
      while (wholeTo > wholeFrom && across.after[wholeTo - 1]! > to) wholeTo--;
      for (let r = rowsOver.first[y]!; r < rowsOver.after[y]!; r++) {
        changes[r * stride + wholeFrom]! += grey;
        changes[r * stride + wholeTo]! -= grey;
        const part = (c: number): void => {
          const covered = Math.min(to, across.after[c]!) - Math.max(from, across.first[c]!);
          if (covered > 0) parts[r * w.width + c]! += grey * covered;
        };
        for (let c = left; c < wholeFrom; c++) part(c);
        for (let c = wholeTo; c < right; c++) part(c);
      }
    }
    for (let r = 0; r < w.height; r++) {
      const rows = 255 * (along.after[r]! - along.first[r]!);
      for (let c = 0, whole = 0; c < w.width; c++) {
        whole += changes[r * stride + c]!;
        const columns = across.after[c]! - across.first[c]!;
        const greys = whole * columns + parts[r * w.width + c]!;
        if (greys > 0) out[r * w.width + c]! += (seconds * greys) / (rows * columns);
      }
    }
  }
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
