import { difference, offset, ringsOf, union, type Region } from '../geometry/clip.ts';
import { boundsOf, type Mesh } from '../mesh/mesh.ts';
import { topologyOf, type Topology } from '../mesh/topology.ts';
import { Slicer } from '../slicing/slice.ts';
import type { Stepwise } from '../result/stepwise.ts';
import { encodeGreyPng } from './png.ts';
import { PaintedRows, rasterise, type GreyRuns, type Outline, type RasterOptions } from './raster.ts';
import { solidRuns, type Runs } from './runs.ts';
import { greysOfRuns } from './shades.ts';
import { exposureIn } from './plate.ts';
import {
  packStack,
  STACK_FORMAT,
  STACK_VERSION,
  type StackLayer,
  type StackManifest,
  type StackTools,
} from './stack.ts';
import type { StackSettings } from './stackSettings.ts';
import { SupportSections, type Supports } from './supports.ts';
import { StackMeasure, type StackReport } from './stackReport.ts';

/** Layers of what stands on the plate; a last one thinner than half is none. */
export const layersUpTo = (topMm: number, layerMm: number): number =>
  Math.max(0, Math.ceil(topMm / layerMm - 0.5 - 1e-9));

/** What is added to a part: supports that are one with it, bodies that are bored out of it. */
export interface Added {
  readonly supports: Supports | null;
  readonly drills: Mesh | null;
}
const NOTHING_ADDED: Added = { supports: null, drills: null };

/** What is lit in each layer of a mesh and what holds it, from the plate, cut in the middle of the layer, with the contours that had to be closed across a hole in the
 *  surface. Millimetres from the left front corner of the screen, heights from the plate; bodies that overlap are one. */
export function* meshLayers(
  mesh: Mesh,
  topology: Topology,
  s: StackSettings,
  { supports, drills }: Added = NOTHING_ADDED,
): Generator<{ readonly runs: GreyRuns; readonly gaps: number }> {
  const count = layersUpTo(boundsOf(mesh).max[2], s.layerMm);
  const planesMm = Float64Array.from({ length: count }, (_, i) => (i + 0.5) * s.layerMm);
  const slicer = new Slicer(mesh, topology, planesMm);
  const [width, height] = s.pixels;
  const held = supports && new SupportSections(supports);
  const bored = drills && new Slicer(drills, topologyOf(drills), planesMm);
  const options: RasterOptions = { width, height, samples: s.samples, lowestGrey: s.lowestGrey };
  for (let k = 0; k < count; k++) {
    const contours = slicer.layer(k);
    const cut = ringsOf(contours);
    const lit: Region = s.compensationMm === 0 ? cut : offset(union(cut), -s.compensationMm);
    const holes = bored ? ringsOf(bored.layer(k)) : [];
    const left = holes.length > 0 ? difference(union(lit), union(holes)) : lit;
    const outlines = [...left, ...(held?.at(planesMm[k]!) ?? [])].map((ring) => inPixels(ring, s));
    yield { runs: rasterise(outlines, options), gaps: contours.gaps };
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

export interface MadeStack {
  /** Null where the layers were only looked at. */
  readonly zip: Uint8Array | null;
  readonly report: StackReport;
  /** Contours that had to be closed across holes in the surface. */
  readonly gaps: number;
}
/** Draws a mesh and measures its layers as it goes; with tools it packs them as a stack, so that what is told is what was written. Layers
 *  that are alike and lie on each other share a picture; but for the pictures only the layer before is kept. */
export function* makingMeshStack(
  mesh: Mesh,
  topology: Topology,
  s: StackSettings,
  tools: StackTools | null,
  added: Added = NOTHING_ADDED,
): Stepwise<MadeStack> {
  const [width, height] = s.pixels;
  const count = layersUpTo(boundsOf(mesh).max[2], s.layerMm);
  const measure = new StackMeasure(manifestOf(s, new Array<string>(count).fill('')));
  const pictures = new Map<string, Uint8Array>();
  const images: string[] = [];
  const rows = tools && new PaintedRows(width, height);
  let before: {
    readonly lit: GreyRuns;
    readonly solid: Runs;
    readonly greys: Uint32Array;
    readonly image: string;
  } | null = null;
  let made = 0;
  let gaps = 0;
  for (const { runs, gaps: here } of meshLayers(mesh, topology, s, added)) {
    gaps += here;
    if (!before || !isSame(before.lit, runs)) {
      before = {
        lit: runs,
        solid: solidRuns(runs),
        greys: greysOfRuns(runs),
        image: `image-${String(++made).padStart(4, '0')}.png`,
      };
      if (tools && rows) pictures.set(before.image, encodeGreyPng(rows.paint(runs), width, height, tools.deflate));
    }
    images.push(before.image);
    measure.add(before.solid, before.greys);
    yield images.length / count;
  }
  const zip = tools && packStack(manifestOf(s, images), pictures, tools.sha256);
  return { zip, report: measure.end(made), gaps };
}
const isSame = (a: GreyRuns, b: GreyRuns): boolean => a.length === b.length && a.every((v, i) => v === b[i]);

/** A stack of layers whose pictures are named; without digests, which whoever packs it adds. */
function manifestOf(s: StackSettings, images: readonly string[]): StackManifest {
  return {
    format: STACK_FORMAT,
    version: STACK_VERSION,
    title: s.title,
    printer: { pixelMm: s.pixelMm, pixels: s.pixels },
    layerMm: s.layerMm,
    motion: s.motion,
    layers: images.map((image, i): StackLayer => ({
      zMm: Number(((i + 1) * s.layerMm).toFixed(6)),
      exposures: [{ image, seconds: Number(exposureIn(s, s, i).toFixed(6)) }],
    })),
    digests: {},
  };
}
