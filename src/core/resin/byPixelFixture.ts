import type { Runs } from './runs.ts';
import { SOLID_GREY } from './shades.ts';

// Pictures pixel by pixel: what goes by runs must come to the same. For tests only.

/** Solid runs of a picture. */
export function runsOfGrey(grey: Uint8Array, width: number, height: number): Runs {
  const out: number[] = [];
  for (let y = 0; y < height; y++) {
    const row = y * width;
    for (let x = 0; x < width; x++) {
      if (grey[row + x]! < SOLID_GREY) continue;
      const start = x;
      while (x < width && grey[row + x]! >= SOLID_GREY) x++;
      out.push(y, start, x);
    }
  }
  return Int32Array.from(out);
}

/** How many pixels of a picture have each grey. */
export function greysOf(grey: Uint8Array): Uint32Array {
  const out = new Uint32Array(256);
  for (const g of grey) out[g]!++;
  return out;
}
