import { offset, ringsOf, union, type Region } from '../geometry/clip.ts';
import type { Mesh } from '../mesh/mesh.ts';
import { boundsOf } from '../mesh/mesh.ts';
import type { Topology } from '../mesh/topology.ts';
import { Slicer } from '../slicing/slice.ts';
import type { Stepwise } from '../result/stepwise.ts';
import { encodeGreyPng } from './png.ts';
import { rasterise, rowsOfRuns, type GreyRuns, type Outline, type RasterOptions } from './raster.ts';
import { solidRuns, type Runs } from './runs.ts';
import { transitionS, type LayerMotion } from './sequence.ts';
import {
  packStack,
  STACK_FORMAT,
  STACK_VERSION,
  type StackLayer,
  type StackManifest,
  type StackTools,
} from './stack.ts';
import { StackMeasure, type StackReport } from './stackReport.ts';

/** How the layers of a mesh are shown: the screen, and light and motion of each. */
export interface StackSettings {
  readonly title: string;
  readonly pixelMm: readonly [x: number, y: number];
  readonly pixels: readonly [x: number, y: number];
  readonly layerMm: number;
  readonly samples: number;
  readonly lowestGrey: number;
  /** Every outline is moved inward by so much. */
  readonly compensationMm: number;
  readonly exposureS: number;
  readonly bottomExposureS: number;
  readonly bottomLayers: number;
  readonly transitionLayers: number;
  readonly motion: LayerMotion;
}

/** Layers of what stands on the plate; a last one thinner than half is none. */
export const layersUpTo = (topMm: number, layerMm: number): number =>
  Math.max(0, Math.ceil(topMm / layerMm - 0.5 - 1e-9));

/** What is lit in each layer of a mesh from the plate, cut in the middle of the layer. Millimetres from the left front corner of the screen, heights from
 *  the plate; bodies that overlap are one, and a contour that meets a hole in the surface is closed by a straight line. */
export function* meshLayers(mesh: Mesh, topology: Topology, s: StackSettings): Generator<GreyRuns> {
  const count = layersUpTo(boundsOf(mesh).max[2], s.layerMm);
  const slicer = new Slicer(
    mesh,
    topology,
    Float64Array.from({ length: count }, (_, i) => (i + 0.5) * s.layerMm),
  );
  const [width, height] = s.pixels;
  const options: RasterOptions = { width, height, samples: s.samples, lowestGrey: s.lowestGrey };
  for (let k = 0; k < count; k++) {
    const cut = ringsOf(slicer.layer(k));
    const lit: Region = s.compensationMm === 0 ? cut : offset(union(cut), -s.compensationMm);
    yield rasterise(
      lit.map((ring) => inPixels(ring, s)),
      options,
    );
  }
}
function inPixels(ring: Float64Array, { pixelMm, pixels }: StackSettings): Outline {
  const out = new Float64Array(ring.length);
  for (let i = 0; i < ring.length; i += 2) {
    out[i] = ring[i]! / pixelMm[0];
    out[i + 1] = pixels[1] - ring[i + 1]! / pixelMm[1];
  }
  return out;
}

/** Draws a mesh and measures its layers as it goes; with tools it packs them as a stack, so that what is told is what was written. */
export function* makingMeshStack(
  mesh: Mesh,
  topology: Topology,
  s: StackSettings,
  tools: StackTools | null,
): Stepwise<{ readonly zip: Uint8Array | null; readonly report: StackReport }> {
  const [width, height] = s.pixels;
  const pictures = new Map<string, Uint8Array>();
  const known = new PicturesByRuns();
  const images: string[] = [];
  const solid = new Map<string, Runs>();
  const count = layersUpTo(boundsOf(mesh).max[2], s.layerMm);
  for (const runs of meshLayers(mesh, topology, s)) {
    const { name, isNew } = known.nameOf(runs);
    images.push(name);
    if (isNew) {
      solid.set(name, solidRuns(runs));
      if (tools) pictures.set(name, encodeGreyPng(rowsOfRuns(runs, width, height), width, height, tools.deflate));
    }
    yield images.length / count;
  }
  const manifest = manifestOf(s, images);
  const measure = new StackMeasure(manifest, solid.size);
  for (const image of images) measure.add(solid.get(image)!);
  return { zip: tools && packStack(manifest, pictures, tools.sha256), report: measure.end() };
}

/** Names of pictures: equal layers share one. */
class PicturesByRuns {
  private readonly byHash = new Map<number, { readonly runs: GreyRuns; readonly name: string }[]>();
  private count = 0;
  nameOf(runs: GreyRuns): { readonly name: string; readonly isNew: boolean } {
    let hash = runs.length;
    for (const v of runs) hash = (Math.imul(hash, 31) + v) | 0;
    const alike = this.byHash.get(hash) ?? [];
    const known = alike.find((k) => k.runs.length === runs.length && k.runs.every((v, i) => v === runs[i]));
    if (known) return { name: known.name, isNew: false };
    const name = `image-${String(++this.count).padStart(4, '0')}.png`;
    this.byHash.set(hash, [...alike, { runs, name }]);
    return { name, isNew: true };
  }
}

/** Light of so many layers: bottom, transition in even steps, and the rest. */
export function lightOfLayers(s: StackSettings, count: number): number[] {
  const falling = transitionS(s.bottomExposureS, s.exposureS, s.transitionLayers);
  return Array.from({ length: count }, (_, i) =>
    i < s.bottomLayers ? s.bottomExposureS : (falling[i - s.bottomLayers] ?? s.exposureS),
  );
}
/** A stack of layers whose pictures are named; without digests, which whoever writes them knows. */
export function manifestOf(s: StackSettings, images: readonly string[]): StackManifest {
  const light = lightOfLayers(s, images.length);
  return {
    format: STACK_FORMAT,
    version: STACK_VERSION,
    title: s.title,
    printer: { pixelMm: s.pixelMm, pixels: s.pixels },
    layerMm: s.layerMm,
    motion: s.motion,
    layers: images.map((image, i): StackLayer => ({
      zMm: Number(((i + 1) * s.layerMm).toFixed(6)),
      exposures: [{ image, seconds: Number(light[i]!.toFixed(6)) }],
    })),
    digests: {},
  };
}
