import { createHash } from 'node:crypto';
import { inflateSync } from 'node:zlib';
import { countIslands, pixelsOf, runsOfGrey, type Runs } from '../core/resin/islands.ts';
import { decodeGreyPng } from '../core/resin/png.ts';
import { readStack } from '../core/resin/readStack.ts';
import { stackTimeS } from '../core/resin/stack.ts';
import { CommandFailure } from './options.ts';

const inflate = (packed: Uint8Array, most: number): Uint8Array => inflateSync(packed, { maxOutputLength: most });

/** What a layer stack comes to: layers, area and volume of what is lit, islands, exposures, time. */
export function inspectStack(zip: Uint8Array): object {
  const stack = readStack(zip, (bytes) => createHash('sha256').update(bytes).digest('hex'));
  if (!stack.ok)
    throw new CommandFailure([stack.failure.where, stack.failure.what, stack.failure.todo].filter(Boolean).join('; '));
  const { manifest, images } = stack.value;
  const [width, height] = manifest.printer.pixels;
  const pixelMm2 = manifest.printer.pixelMm[0] * manifest.printer.pixelMm[1];
  const runsOf = new Map<string, Runs>();
  for (const [name, png] of images) {
    const picture = decodeGreyPng(png, manifest.printer.pixels, inflate);
    if (!picture.ok) throw new CommandFailure(`${name} ${picture.failure.what}; ${picture.failure.todo}`);
    runsOf.set(name, runsOfGrey(picture.value.grey, width, height));
  }
  let islands = 0;
  let largestMm2 = 0;
  let volumeMm3 = 0;
  let exposureS = 0;
  let exposures = 0;
  let below: Runs | null = null;
  for (const layer of manifest.layers) {
    const runs = runsOf.get(layer.exposures[0]!.image)!; // the first shows everything
    const areaMm2 = pixelsOf(runs) * pixelMm2;
    largestMm2 = Math.max(largestMm2, areaMm2);
    volumeMm3 += areaMm2 * manifest.layerMm;
    if (below) islands += countIslands(runs, below);
    below = runs;
    exposures += layer.exposures.length;
    exposureS += layer.exposures.reduce((s, e) => s + e.seconds, 0);
  }
  return {
    kind: 'stack',
    title: manifest.title,
    layers: manifest.layers.length,
    heightMm: manifest.layers[manifest.layers.length - 1]!.zMm,
    images: images.size,
    exposures,
    subExposuresMost: Math.max(...manifest.layers.map((l) => l.exposures.length)),
    largestAreaMm2: largestMm2,
    volumeMm3,
    islands,
    exposureS,
    timeS: stackTimeS(manifest),
  };
}
