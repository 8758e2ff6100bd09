import { outlinesOf, subExposures, type PlateProgram } from './plate.ts';
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
 *  lies on where cells are finer. Shades count by their share. */
export function lightOf(p: PlateProgram, layer: number, w: LightWindow): Float32Array {
  const out = new Float32Array(w.width * w.height);
  const rowsIn = new Uint16Array(w.height);
  const [pixelsX, pixelsY] = p.pixels;
  const first = new Int32Array(w.width);
  const after = new Int32Array(w.width);
  for (let x = 0; x < w.width; x++) {
    const from = Math.floor(w.left + x * w.stepX);
    first[x] = Math.max(0, from);
    after[x] = Math.min(pixelsX, Math.max(from + 1, Math.floor(w.left + (x + 1) * w.stepX)));
  }
  const cellRows = cellRowsOf(w, pixelsY);
  for (let y = 0; y < pixelsY; y++) for (let r = cellRows.first[y]!; r < cellRows.after[y]!; r++) rowsIn[r]!++;
  const sums = new Float64Array(w.width);
  for (const { fields, seconds } of subExposures(p, layer)) {
    let isKnown = false;
    let last: Uint8Array | null = null;
    rasterise(
      outlinesOf(p, fields, layer),
      { width: pixelsX, height: pixelsY, samples: p.samples, lowestGrey: p.lowestGrey },
      (y, row, isEmpty) => {
        if (isEmpty || cellRows.first[y]! >= cellRows.after[y]!) {
          isKnown = false;
          return;
        }
        isKnown = isKnown && last !== null && isEqual(row, last);
        if (!isKnown) {
          for (let x = 0; x < w.width; x++) {
            let sum = 0;
            for (let k = first[x]!; k < after[x]!; k++) sum += row[k]!;
            sums[x] = after[x]! > first[x]! ? sum / (after[x]! - first[x]!) : 0;
          }
          last = row.slice();
          isKnown = true;
        }
        for (let r = cellRows.first[y]!; r < cellRows.after[y]!; r++) {
          const share = seconds / 255 / rowsIn[r]!;
          for (let x = 0, i = r * w.width; x < w.width; x++, i++) out[i]! += sums[x]! * share;
        }
      },
    );
  }
  return out;
}

/** Rows of cells that show a row of the screen: from `first[y]` to before `after[y]`. */
function cellRowsOf(w: LightWindow, pixelsY: number): { readonly first: Int32Array; readonly after: Int32Array } {
  const first = new Int32Array(pixelsY).fill(w.height);
  const after = new Int32Array(pixelsY);
  for (let r = 0; r < w.height; r++) {
    const from = Math.floor(w.top + r * w.stepY);
    const to = Math.max(from + 1, Math.floor(w.top + (r + 1) * w.stepY));
    for (let y = Math.max(0, from); y < Math.min(pixelsY, to); y++) {
      first[y] = Math.min(first[y]!, r);
      after[y] = Math.max(after[y]!, r + 1);
    }
  }
  return { first, after };
}

function isEqual(a: Uint8Array, b: Uint8Array): boolean {
  for (let i = 0; i < a.length; i++) if (a[i] !== b[i]) return false;
  return true;
}
