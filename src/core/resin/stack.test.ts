import { createHash } from 'node:crypto';
import { constants, deflateSync, inflateSync } from 'node:zlib';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { describe, expect, test } from 'vitest';
import { runsOfGrey } from './byPixelFixture.ts';
import { pixelsOf } from './runs.ts';
import { exposureIn, layerAreaMm2, layerCount, subExposures, type PlateProgram } from './plate.ts';
import { decodeGreyPng } from './png.ts';
import { readStack } from './readStack.ts';
import { totalsOf, writeStack, type StackManifest } from './stack.ts';

const sha256 = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');
const tools = {
  deflate: (raw: Uint8Array): Uint8Array => deflateSync(raw, { level: 1, strategy: constants.Z_RLE }),
  sha256,
};
const inflate = (packed: Uint8Array, most: number): Uint8Array => inflateSync(packed, { maxOutputLength: most });
const block = (x: number) => ({ shape: 'box' as const, x, y: 0, w: 4, d: 6, fromMm: 0, toMm: 0.5 });
const program: PlateProgram = {
  title: 'three blocks',
  pixelMm: [0.05, 0.06],
  pixels: [400, 240],
  layerMm: 0.05,
  samples: 2,
  lowestGrey: 0,
  compensationMm: 0,
  bottomLayers: 2,
  bottomExposureS: 20,
  transitionLayers: 3,
  motion: {
    pauseBeforeLiftS: 0,
    lift: [{ mm: 6, mmPerS: 1 }],
    pauseAtTopS: 0,
    return: [{ mm: 6, mmPerS: 3 }],
    pauseBeforeExposureS: 1,
  },
  fields: [
    { exposureS: 2, solids: [block(-6)] },
    {
      exposureS: 3,
      solids: [block(0), { shape: 'disc', x: 0, y: 0, w: 2, d: 2, fromMm: 0.25, toMm: 0.5, isCut: true }],
    },
    { exposureS: 4.5, solids: [block(6)] },
  ],
  places: [],
};

describe('sub-exposures', () => {
  test('light everything for the shortest time first, then only what needs more', () =>
    expect(subExposures(program, 9)).toEqual([
      { fields: [0, 1, 2], seconds: 2 },
      { fields: [1, 2], seconds: 1 },
      { fields: [2], seconds: 1.5 },
    ]));
  test('add up to the exposure of every field in every layer', () => {
    for (let layer = 0; layer < layerCount(program); layer++)
      program.fields.forEach((field, k) => {
        const lit = subExposures(program, layer).filter((e) => e.fields.includes(k));
        expect(lit.reduce((s, e) => s + e.seconds, 0)).toBeCloseTo(exposureIn(program, field, layer), 9);
      });
  });
  test('are one in the bottom, where all fields are lit alike', () =>
    expect(subExposures(program, 0)).toEqual([{ fields: [0, 1, 2], seconds: 20 }]));
});

describe('a layer stack', () => {
  const zip = writeStack(program, tools);
  test('is read back with its layers, and the same program gives the same bytes', () => {
    const r = readStack(zip, sha256);
    if (!r.ok) throw new Error(r.failure.what);
    expect(r.value.manifest.layers).toHaveLength(10);
    expect(r.value.images.size).toBe(totalsOf(program).images);
    expect(sha256(writeStack(program, tools))).toBe(sha256(zip));
  });
  test('shows the area its solids have, at pixels that are not square', () => {
    const r = readStack(zip, sha256);
    if (!r.ok) throw new Error(r.failure.what);
    for (const layer of [3, 8]) {
      const { image } = r.value.manifest.layers[layer]!.exposures[0]!;
      const picture = decodeGreyPng(r.value.images.get(image)!, [400, 240], inflate);
      if (!picture.ok) throw new Error(picture.failure.what);
      const areaMm2 = pixelsOf(runsOfGrey(picture.value.grey, 400, 240)) * 0.05 * 0.06;
      expect(Math.abs(areaMm2 / layerAreaMm2(program, layer) - 1)).toBeLessThan(0.02);
    }
  });
  test('says its time and volume without being drawn', () => {
    const t = totalsOf(program);
    const exposed = 2 * 20 + [1, 2, 3].reduce((s, i) => s + 20 - (i * (20 - 4.5)) / 4, 0) + 5 * 4.5;
    expect(t.exposureS).toBeCloseTo(exposed, 6);
    expect(t.totalS).toBeCloseTo(exposed + 10 * (6 + 2 + 1), 6);
    expect(t.volumeMm3).toBeCloseTo(3 * 4 * 6 * 0.5 - Math.PI * 0.25, 6);
  });

  const files = unzipSync(zip);
  const manifest = JSON.parse(strFromU8(files['manifest.json']!)) as StackManifest;
  const changed = (over: object, more: Record<string, Uint8Array> = {}) =>
    zipSync({ ...files, 'manifest.json': strToU8(JSON.stringify({ ...manifest, ...over })), ...more });
  const without = (name: string) => Object.fromEntries(Object.entries(files).filter(([n]) => n !== name));
  test.each([
    ['without a manifest', () => zipSync(without('manifest.json')), 'no manifest'],
    ['with a picture missing', () => zipSync(without('image-0001.png')), 'not in the stack'],
    [
      'with a picture cut short',
      () => zipSync({ ...files, 'image-0001.png': files['image-0001.png']!.subarray(0, 50) }),
      'not the one',
    ],
    ['with another file in it', () => zipSync({ ...files, 'more.png': files['image-0001.png']! }), 'No layer shows'],
    ['with a name that climbs out', () => zipSync({ ...files, '../x.png': new Uint8Array(3) }), 'name that cannot be'],
    ['without a pixel pitch', () => changed({ printer: { pixels: [400, 240] } }), 'pixel pitch is missing'],
    ['that skips a layer', () => changed({ layers: manifest.layers.filter((_, i) => i !== 4) }), 'lies at'],
    ['of another version', () => changed({ version: 2 }), '2 is not known'],
    [
      'with an exposure below zero',
      () => changed({ layers: [{ zMm: 0.05, exposures: [{ image: 'image-0001.png', seconds: -1 }] }] }),
      'cannot be',
    ],
    [
      'with a stage that stands still',
      () => changed({ motion: { ...manifest.motion, lift: [{ mm: 6, mmPerS: 0 }] } }),
      'stage or a pause',
    ],
    ['cut short itself', () => zip.subarray(0, 200), ''],
    ['that is no zip', () => strToU8('hello'), 'no zip'],
  ])('%s is refused in one sentence', (_, make, what) => {
    const r = readStack(make(), sha256);
    expect(r.ok).toBe(false);
    if (!r.ok) expect(`${r.failure.where ?? ''} ${r.failure.what}`).toContain(what);
  });
  test('that unpacks to more than it may is refused while it unpacks, long before its end', () => {
    const bomb = zipSync({ ...files, 'image-0001.png': [new Uint8Array(40 * 1024 * 1024), { level: 6 }] });
    expect(bomb.length).toBeLessThan(1e6);
    const r = readStack(bomb, sha256, 4 * 1024 * 1024);
    expect(r).toMatchObject({ ok: false, failure: { code: 'zip', what: 'It unpacks to more than 4 MB' } });
  });
});
