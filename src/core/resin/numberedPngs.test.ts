import { createHash } from 'node:crypto';
import { deflateSync, inflateSync } from 'node:zlib';
import { strToU8, zipSync } from 'fflate';
import { PNG } from 'pngjs';
import { describe, expect, test } from 'vitest';
import { runAll } from '../result/stepwise.ts';
import { measuringStack } from './measureStack.ts';
import { inOrder, picturesInZip, stackOfPictures, type PictureSheet } from './numberedPngs.ts';
import { sizeOfPicture } from './png.ts';
import { readStack } from './readStack.ts';
import { plainStack } from './stackFixture.ts';

const sha256 = (b: Uint8Array): string => createHash('sha256').update(b).digest('hex');
const inflate = (packed: Uint8Array, mostBytes: number): Uint8Array =>
  inflateSync(packed, { maxOutputLength: mostBytes });
const tools = { deflate: (raw: Uint8Array) => deflateSync(raw), inflate, sha256 };
const [WIDTH, HEIGHT] = [40, 24];
const sheet: PictureSheet = { ...plainStack, pixels: [WIDTH, HEIGHT], isInverted: false, isMirrored: false };
const isLit = (x: number, y: number): boolean => x >= 4 && x < 14 && y >= 6 && y < 18;

/** Written by an independent encoder (pngjs). */
const picture = (
  lit: (x: number, y: number) => boolean = isLit,
  options: object = {},
  [w, h] = [WIDTH, HEIGHT],
): Uint8Array => {
  const png = new PNG({ width: w, height: h });
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++)
      png.data
        .fill(lit(x, y) ? 255 : 0, 4 * (y * w + x), 4 * (y * w + x) + 3)
        .fill(255, 4 * (y * w + x) + 3, 4 * (y * w + x) + 4);
  return PNG.sync.write(png, { colorType: 0, inputColorType: 6, ...options });
};
const numbered = (n: number, of: (i: number) => Uint8Array = () => picture()): Map<string, Uint8Array> =>
  new Map(Array.from({ length: n }, (_, i) => [`plate/slice_${i + 1}.png`, of(i)]));
const made = (files: ReadonlyMap<string, Uint8Array>, over: Partial<PictureSheet> = {}) =>
  runAll(stackOfPictures(files, { ...sheet, ...over }, tools));
const reportOf = (zip: Uint8Array) => {
  const stack = readStack(zip, sha256);
  if (!stack.ok) throw new Error(stack.failure.what);
  const report = runAll(measuringStack(stack.value, inflate));
  if (!report.ok) throw new Error(report.failure.what);
  return report.value;
};
const refusal = (files: ReadonlyMap<string, Uint8Array>, over: Partial<PictureSheet> = {}): string => {
  const r = made(files, over);
  return r.ok ? 'taken' : `${r.failure.what} (${r.failure.where ?? ''})`;
};

describe('a zip of numbered pictures', () => {
  test('gives them, whatever else lies in it, and they come in the order of their numbers', () => {
    const named = Object.fromEntries([11, 2, 1].map((n) => [`out/l${n}.png`, picture()]));
    const zip = picturesInZip(zipSync({ ...named, 'out/about.txt': strToU8('x'), 'cover.png': picture() }));
    expect(zip.ok && inOrder(zip.value).map((p) => p.name)).toEqual(['out/l1.png', 'out/l2.png', 'out/l11.png']);
  });
  test('is none where it has a manifest, nor where it is no zip', () => {
    const stack = picturesInZip(zipSync({ 'manifest.json': strToU8('{}'), 'image-1.png': picture() }));
    expect(!stack.ok && stack.failure.what).toBe('It has a manifest: it is a layer stack');
    expect(picturesInZip(strToU8('G28')).ok).toBe(false);
  });
  test('tells the size of a picture by its head alone', () => {
    expect(sizeOfPicture(picture().slice(0, 40))).toEqual([WIDTH, HEIGHT]);
    expect([sizeOfPicture(strToU8('no picture at all, but long enough')), sizeOfPicture(new Uint8Array(3))]).toEqual([
      null,
      null,
    ]);
  });
});
describe('numbered pictures', () => {
  test('become a stack of their layers, in the order of their numbers and not of their names', () => {
    const zip = made(numbered(12, (i) => picture((x, y) => isLit(x, y) && x < 5 + i)));
    expect(zip.ok).toBe(true);
    const { rows, layerMm, bottomS, normalS } = reportOf((zip as { value: Uint8Array }).value);
    expect(rows.slice(0, 12).map((r) => Math.round(r.areaMm2 / 0.0025 / 12))).toEqual([
      1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 10, 10,
    ]);
    expect([layerMm, bottomS, normalS]).toEqual([sheet.layerMm, 25, 2.5]);
  });
  test('that are dark where the part is, or mirrored, come out the right way round', () => {
    const plain = reportOf((made(numbered(3)) as { value: Uint8Array }).value);
    const inverted = made(
      numbered(3, () => picture((x, y) => !isLit(x, y))),
      { isInverted: true },
    );
    expect(reportOf((inverted as { value: Uint8Array }).value)).toEqual(plain);
    const mirrored = made(
      numbered(3, () => picture((x, y) => isLit(WIDTH - 1 - x, y))),
      { isMirrored: true },
    );
    expect(reportOf((mirrored as { value: Uint8Array }).value)).toEqual(plain);
  });
  test('equal ones are kept once', () =>
    expect(reportOf((made(numbered(5)) as { value: Uint8Array }).value).images).toBe(1));

  const gap = numbered(5);
  gap.delete('plate/slice_3.png');
  const twice = new Map([...numbered(3), ['other/2.png', picture()] as const]);
  test.each([
    ['of which one is missing', gap, {}, 'Picture 3 is missing after this one (plate/slice_2.png)'],
    ['two of which have a number', twice, {}, 'Two pictures have the number 2 (plate/slice_2.png, other/2.png)'],
    [
      'of another size than the screen',
      numbered(2, (i) => picture(isLit, {}, [WIDTH + i, HEIGHT])),
      {},
      'is 41 × 24 pixels instead of 40 × 24 (layer 2, plate/slice_2.png)',
    ],
    [
      'of 16 bits',
      numbered(1, () => picture(isLit, { bitDepth: 16 })),
      {},
      'has 16 bits a sample (layer 1, plate/slice_1.png)',
    ],
    ['in colour', numbered(1, () => picture(isLit, { colorType: 2 })), {}, 'is not grey (layer 1, plate/slice_1.png)'],
    [
      'that seem to be the wrong way round',
      numbered(3, () => picture((x) => x > 1)),
      {},
      '3 of 3 pictures are lit nearly everywhere: dark seems to be solid ()',
    ],
    ['that are cut short', numbered(1, () => picture().slice(0, -20)), {}, 'is cut short (layer 1, plate/slice_1.png)'],
    ['without a number', new Map([['cover.png', picture()]]), {}, 'There are no numbered PNGs in it ()'],
  ] as const)('%s are refused in one sentence with their place', (_, files, over, says) =>
    expect(refusal(files, over)).toBe(says),
  );
});
