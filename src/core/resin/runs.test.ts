import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { runsOfGrey } from './byPixelFixture.ts';
import { LayerFlood } from './layerFlood.ts';
import { PaintedRows, rowsOfRuns } from './raster.ts';
import { connect, greyRunsOf, pixelsBeyond, pixelsOf, solidRuns } from './runs.ts';

const NO_COLUMNS = { pixels: 0, layers: 1 };

describe('areas and islands by rows', () => {
  /** The same by pixels, the slow way. */
  function connectPixels(lit: boolean[], width: number): number {
    const seen = lit.map(() => false);
    let areas = 0;
    for (let start = 0; start < lit.length; start++) {
      if (!lit[start] || seen[start]) continue;
      areas++;
      const stack = [start];
      seen[start] = true;
      while (stack.length > 0) {
        const i = stack.pop()!;
        const x = i % width;
        for (const j of [i - width, i + width, ...(x > 0 ? [i - 1] : []), ...(x < width - 1 ? [i + 1] : [])])
          if (lit[j] && !seen[j]) {
            seen[j] = true;
            stack.push(j);
          }
      }
    }
    return areas;
  }
  const pattern = fc.array(fc.boolean(), { minLength: 120, maxLength: 120 });
  const greyFrom = (lit: boolean[]): Uint8Array => Uint8Array.from(lit, (l) => (l ? 255 : 0));
  test('equal those by pixels on any pattern', () =>
    fc.assert(
      fc.property(pattern, (lit) => {
        const runs = runsOfGrey(greyFrom(lit), 12, 10);
        expect(pixelsOf(runs)).toBe(lit.filter(Boolean).length);
        expect(connect(runs).areas).toBe(connectPixels(lit, 12));
      }),
      { numRuns: 500 },
    ));
  test('an area is an island exactly when no pixel of it stands on the layer below', () =>
    fc.assert(
      fc.property(pattern, pattern, (lit, below) => {
        const runs = runsOfGrey(greyFrom(lit), 12, 10);
        const { areaOf, areas } = connect(runs);
        const held = new Set<number>();
        for (let i = 0; i < runs.length; i += 3)
          for (let x = runs[i + 1]!; x < runs[i + 2]!; x++) if (below[runs[i]! * 12 + x]) held.add(areaOf[i / 3]!);
        const flood = new LayerFlood(NO_COLUMNS);
        flood.add(runsOfGrey(greyFrom(below), 12, 10));
        expect(flood.add(runs).islands).toBe(areas - held.size);
      }),
      { numRuns: 500 },
    ));
  test('are pixels lit at least by half, where an edge is shaded', () =>
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 255 }), { minLength: 120, maxLength: 120 }), (greys) => {
        const lit = greys.flatMap((g, i) => (g === 0 ? [] : [Math.floor(i / 12), i % 12, (i % 12) + 1, g]));
        expect(solidRuns(Int32Array.from(lit))).toEqual(runsOfGrey(Uint8Array.from(greys), 12, 10));
        const pixels = Uint8Array.from(greys);
        const rows = rowsOfRuns(greyRunsOf(pixels, 12, 10), 12, 10);
        expect(rows.filter((_, i) => i % 13 > 0)).toEqual(pixels);
        const painted = new PaintedRows(12, 10);
        painted.paint(greyRunsOf(pixels.map((g) => 255 - g), 12, 10)); // prettier-ignore
        expect(painted.paint(greyRunsOf(pixels, 12, 10))).toEqual(rows);
      }),
    ));
  test.each([
    [0, 0],
    [1, 1],
    [2.3, 1.4],
    [1.6, 3.2],
  ])('pixels further than %f across and %f along from the layer before are counted one by one', (across, along) =>
    fc.assert(
      fc.property(pattern, fc.array(fc.nat(6), { minLength: 120, maxLength: 120 }), (lit, sparse) => {
        const before = sparse.map((n) => n === 0);
        const isNear = (x: number, y: number): boolean =>
          before.some((is, i) => {
            const [dx, dy] = [Math.abs((i % 12) - x), Math.abs(Math.floor(i / 12) - y)];
            // a row so far away reaches from the ends of its pixels
            const more = across * Math.sqrt(Math.max(0, 1 - (dy / (along || 1)) ** 2));
            return is && dy <= Math.floor(along) && dx <= more + 0.5;
          });
        const bare = lit.filter((is, i) => is && !isNear(i % 12, Math.floor(i / 12))).length;
        const runs = (of: boolean[]): Int32Array => runsOfGrey(greyFrom(of), 12, 10);
        const found = pixelsBeyond(runs(lit), runs(before), across, along);
        expect(found.pixels).toBe(bare);
        const [x, y] = [Math.floor(found.at[0]), Math.floor(found.at[1])];
        if (bare > 0) expect([lit[12 * y + x], isNear(x, y)]).toEqual([true, false]);
      }),
      { numRuns: 300 },
    ),
  );
});
