import { strToU8, zipSync, type Zippable } from 'fflate';
import {
  layerAreaMm2,
  layerCount,
  motionIn,
  outlinesOf,
  shownIn,
  subExposures,
  type PlatePlace,
  type PlateProgram,
} from './plate.ts';
import { encodeGreyPng, type Deflate } from './png.ts';
import { rasterise, rowsOfRuns } from './raster.ts';
import { darkTimeS, type LayerMotion } from './sequence.ts';

export const STACK_FORMAT = 'cantiere-layer-stack';
export const STACK_VERSION = 1;
export const STACK_MANIFEST = 'manifest.json';
/** manifest.json of a layer stack (docs/formats/layer-stack.md). */
export interface StackManifest {
  readonly format: typeof STACK_FORMAT;
  readonly version: typeof STACK_VERSION;
  readonly title: string;
  readonly printer: { readonly pixelMm: readonly [number, number]; readonly pixels: readonly [number, number] };
  readonly layerMm: number;
  /** Motion after every layer that has none of its own. */
  readonly motion: LayerMotion;
  readonly resinC?: number;
  readonly plate?: { readonly number: number; readonly of: number };
  readonly layers: readonly StackLayer[];
  /** SHA-256 of every picture, by its name. */
  readonly digests: Readonly<Record<string, string>>;
  readonly places?: readonly PlatePlace[];
}
export interface StackLayer {
  readonly zMm: number;
  readonly exposures: readonly { readonly image: string; readonly seconds: number }[];
  readonly motion?: LayerMotion;
}
/** How the plate moves after a layer of a stack. */
export const motionAfter = (m: Pick<StackManifest, 'motion'>, layer: StackLayer): LayerMotion =>
  layer.motion ?? m.motion;
/** Light, motion and pauses of a whole stack, s. Preparation is not in it. */
export const stackTimeS = (m: Pick<StackManifest, 'motion' | 'layers'>): number =>
  m.layers.reduce((sum, l) => sum + lightS(l) + darkTimeS(motionAfter(m, l)), 0);
/** Light of a layer, s. */
export const lightS = (layer: StackLayer): number => layer.exposures.reduce((sum, e) => sum + e.seconds, 0);
export interface StackTools {
  readonly deflate: Deflate;
  readonly sha256: (bytes: Uint8Array) => string;
}
export interface StackTotals {
  readonly layers: number;
  readonly images: number;
  readonly volumeMm3: number;
  readonly exposureS: number;
  readonly totalS: number;
}

/** Rows of one sub-exposure with their filter bytes, top to bottom. */
export function rowsOf(p: PlateProgram, fields: readonly number[], layer: number): Uint8Array {
  const [width, height] = p.pixels;
  const { samples, lowestGrey } = p;
  return rowsOfRuns(rasterise(outlinesOf(p, fields, layer), { width, height, samples, lowestGrey }), width, height);
}

/** Layers of a plate: equal pictures are drawn once, however many layers show them. */
export function layersOf(p: PlateProgram): {
  readonly layers: readonly StackLayer[];
  readonly draw: ReadonlyMap<string, { readonly fields: readonly number[]; readonly layer: number }>;
} {
  const names = new Map<string, string>();
  const draw = new Map<string, { fields: readonly number[]; layer: number }>();
  const layers = Array.from({ length: layerCount(p) }, (_, layer): StackLayer => ({
    zMm: Number(((layer + 1) * p.layerMm).toFixed(6)),
    ...(motionIn(p, layer) !== p.motion && { motion: motionIn(p, layer) }),
    exposures: subExposures(p, layer).map(({ fields, seconds }) => {
      const shown = shownIn(p, fields, layer);
      let image = names.get(shown);
      if (!image) {
        image = `image-${String(names.size + 1).padStart(4, '0')}.png`;
        names.set(shown, image);
        draw.set(image, { fields, layer });
      }
      return { image, seconds: Number(seconds.toFixed(6)) };
    }),
  }));
  return { layers, draw };
}

/** The layer stack of a plate as a zip: manifest.json and its pictures. The same program gives the same bytes. */
export function writeStack(p: PlateProgram, tools: StackTools): Uint8Array {
  const { layers, draw } = layersOf(p);
  const images = new Map<string, Uint8Array>();
  for (const [image, { fields, layer }] of draw)
    images.set(image, encodeGreyPng(rowsOf(p, fields, layer), p.pixels[0], p.pixels[1], tools.deflate));
  return packStack(
    {
      format: STACK_FORMAT,
      version: STACK_VERSION,
      title: p.title,
      printer: { pixelMm: p.pixelMm, pixels: p.pixels },
      layerMm: p.layerMm,
      motion: p.motion,
      ...(p.resinC !== undefined && { resinC: p.resinC }),
      ...(p.plate && { plate: p.plate }),
      layers,
      digests: {},
      places: p.places,
    },
    images,
    tools.sha256,
  );
}

/** A manifest and its pictures as a zip, with the digest of each. */
export function packStack(
  manifest: StackManifest,
  images: ReadonlyMap<string, Uint8Array>,
  sha256: StackTools['sha256'],
): Uint8Array {
  const files: Zippable = {};
  const digests: Record<string, string> = {};
  for (const [image, png] of images) {
    digests[image] = sha256(png);
    files[image] = [png, { level: 0, mtime: STILL }];
  }
  return zipSync({
    [STACK_MANIFEST]: [strToU8(JSON.stringify({ ...manifest, digests }, null, 1)), { level: 6, mtime: STILL }],
    ...files,
  });
}
/** A zip has to carry a time; one that never changes keeps equal stacks equal. */
const STILL = '2020-01-01T00:00:00Z';

/** Layers, volume and time of a plate, without drawing it. */
export function totalsOf(p: PlateProgram): StackTotals {
  const { layers, draw } = layersOf(p);
  const exposureS = layers.reduce((s, l) => s + lightS(l), 0);
  return {
    layers: layers.length,
    images: draw.size,
    volumeMm3: layers.reduce((s, _, i) => s + layerAreaMm2(p, i) * p.layerMm, 0),
    exposureS,
    totalS: stackTimeS({ motion: p.motion, layers }),
  };
}
