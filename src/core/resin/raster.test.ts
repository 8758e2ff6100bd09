import { constants, deflateSync, inflateSync } from 'node:zlib';
import fc from 'fast-check';
import { PNG } from 'pngjs';
import { describe, expect, test } from 'vitest';
import { areaMm2, perimeterMm, union } from '../geometry/clip.ts';
import { decodeGreyPng, encodeGreyPng, runsOfGreyPng } from './png.ts';
import { rasterise, rowsOfRuns } from './raster.ts';

const deflate = (raw: Uint8Array): Uint8Array => deflateSync(raw, { level: 1, strategy: constants.Z_RLE });
const inflate = (packed: Uint8Array, most: number): Uint8Array => inflateSync(packed, { maxOutputLength: most });
const greyOf = (outlines: number[][], width: number, height: number, samples = 4): Uint8Array => {
  const runs = rasterise(
    outlines.map((p) => Float64Array.from(p)),
    { width, height, samples, lowestGrey: 0 },
  );
  const rows = rowsOfRuns(runs, width, height);
  return Uint8Array.from({ length: width * height }, (_, i) => rows[i + Math.floor(i / width) + 1]!);
};
const areaOf = (grey: Uint8Array): number => grey.reduce((s, g) => s + g, 0) / 255;

describe('a layer as rows', () => {
  test('of whole pixels is exact, with its hole dark', () => {
    const grey = greyOf(
      [
        [2, 2, 10, 2, 10, 8, 2, 8],
        [4, 4, 4, 6, 6, 6, 6, 4],
      ],
      12,
      10,
    );
    expect(areaOf(grey)).toBe(8 * 6 - 4);
    expect([grey[3 * 12 + 3], grey[5 * 12 + 5], grey[9 * 12 + 3]]).toEqual([255, 0, 0]);
  });
  test('has the area of its polygon within what its samples can tell', () =>
    fc.assert(
      fc.property(fc.array(fc.double({ min: 5, max: 40, noNaN: true }), { minLength: 5, maxLength: 24 }), (radii) => {
        const points = radii.flatMap((r, k) => {
          const a = (2 * Math.PI * k) / radii.length;
          return [50 + r * Math.cos(a), 50 + r * Math.sin(a)];
        });
        let area = 0;
        let round = 0;
        for (let i = 0; i < points.length; i += 2) {
          const j = (i + 2) % points.length;
          area += (points[i]! * points[j + 1]! - points[j]! * points[i + 1]!) / 2;
          round += Math.hypot(points[j]! - points[i]!, points[j + 1]! - points[i + 1]!);
        }
        expect(Math.abs(areaOf(greyOf([points], 100, 100)) - area)).toBeLessThan(0.5 + round / 8);
      }),
    ));
  test('has the area that polygon clipping finds where outlines overlap and are cut', () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(
            fc.double({ min: 12, max: 88, noNaN: true }),
            fc.double({ min: 12, max: 88, noNaN: true }),
            fc.double({ min: 2, max: 11, noNaN: true }),
            fc.integer({ min: 3, max: 40 }),
          ),
          { minLength: 2, maxLength: 12 },
        ),
        (rings) => {
          const outlines = rings.map(([x, y, r, sides]) =>
            Array.from({ length: sides }, (_, k) => (2 * Math.PI * k) / sides).flatMap((a) => [
              x + r * Math.cos(a),
              y + r * Math.sin(a),
            ]),
          );
          const united = union(outlines.map((o) => Float64Array.from(o)));
          const error = Math.abs(areaOf(greyOf(outlines, 100, 100)) - areaMm2(united));
          expect(error).toBeLessThan(0.5 + perimeterMm(united) / 8); // what four samples a pixel side can tell
        },
      ),
      { seed: 6, numRuns: 80 },
    ));
  test('keeps two overlapping outlines as one', () =>
    expect(
      areaOf(
        greyOf(
          [
            [1, 1, 6, 1, 6, 6, 1, 6],
            [4, 1, 9, 1, 9, 6, 4, 6],
          ],
          12,
          8,
        ),
      ),
    ).toBe(40));
  test('outside the screen is cut off, not wrapped', () =>
    expect(areaOf(greyOf([[-5, -5, 4, -5, 4, 4, -5, 4]], 10, 10))).toBe(16));
  test('gives its faintest edge the lowest grey', () => {
    const seen = new Set<number>();
    const o = { width: 8, height: 8, samples: 4, lowestGrey: 60 };
    const runs = rasterise([Float64Array.from([1.1, 1.1, 6.3, 1.9, 5.2, 6.7])], o);
    for (let i = 3; i < runs.length; i += 4) seen.add(runs[i]!);
    expect(Math.min(...seen)).toBeGreaterThanOrEqual(60);
    expect(Math.max(...seen)).toBe(255);
  });
});

describe('a picture of a layer', () => {
  const [width, height] = [37, 23];
  const grey = greyOf([[3.2, 2.7, 30.1, 5.5, 18.9, 20.4]], width, height);
  const rows = new Uint8Array((width + 1) * height);
  for (let y = 0; y < height; y++) rows.set(grey.subarray(y * width, (y + 1) * width), y * (width + 1) + 1);
  const png = encodeGreyPng(rows, width, height, deflate);
  test('read back by an independent decoder equals its rows', () => {
    const read = PNG.sync.read(Buffer.from(png));
    expect([read.width, read.height]).toEqual([width, height]);
    expect(Uint8Array.from({ length: width * height }, (_, i) => read.data[4 * i]!)).toEqual(grey);
  });
  test('and one made by that other encoder, with its filters, is read by ours', () => {
    const other = new PNG({ width, height, colorType: 0, inputColorType: 0, bitDepth: 8 });
    other.data = Buffer.from(grey);
    const bytes = PNG.sync.write(other, { colorType: 0, inputColorType: 0, bitDepth: 8, filterType: 4 });
    expect(decodeGreyPng(bytes, [width, height], inflate)).toEqual({ ok: true, value: { width, height, grey } });
    for (const each of [bytes, png])
      expect(runsOfGreyPng(each, [width, height], inflate)).toEqual({ ok: true, value: byPixel(grey) });
  });
  /** Runs of one grey, found pixel by pixel. */
  const byPixel = (of: Uint8Array): Int32Array => {
    const runs: number[] = [];
    for (let i = 0; i < of.length; i++) {
      const [x, y] = [i % width, Math.floor(i / width)];
      if (of[i] === 0) continue;
      if (x > 0 && of[i - 1] === of[i]) runs[runs.length - 2] = x + 1;
      else runs.push(y, x, x + 1, of[i]!);
    }
    return Int32Array.from(runs);
  };
  test.each([
    ['cut short', png.subarray(0, png.length - 20), 'cut short'],
    ['with a flipped byte', Uint8Array.from(png, (b, i) => (i === 60 ? b ^ 1 : b)), 'checksum'],
    ['that is no picture', new Uint8Array(40), 'no PNG'],
    ['of 16 bits', sixteenBits(), '16 bits'],
  ])('%s is refused', (_, bytes, what) => {
    const r = decodeGreyPng(bytes, [width, height], inflate);
    expect(r.ok).toBe(false);
    if (!r.ok) expect(r.failure.what).toContain(what);
  });
  test('of another size is refused before it is unpacked', () => {
    const never = (): Uint8Array => {
      throw new Error('unpacked');
    };
    expect(decodeGreyPng(png, [width, height + 1], never)).toMatchObject({ ok: false });
  });
  function sixteenBits(): Uint8Array {
    const other = new PNG({ width, height, colorType: 0, inputColorType: 0, bitDepth: 16 });
    other.data = Buffer.alloc(width * height * 2);
    return PNG.sync.write(other, { colorType: 0, inputColorType: 0, bitDepth: 16 });
  }
});
