import { runAll } from '../../src/core/result/stepwise.ts';
import { measuringStack } from '../../src/core/resin/measureStack.ts';
import type { PlateProgram, PlateSolid } from '../../src/core/resin/plate.ts';
import { decodeGreyPng, encodeGreyPng } from '../../src/core/resin/png.ts';
import { rowsOfRuns } from '../../src/core/resin/raster.ts';
import { readStack } from '../../src/core/resin/readStack.ts';
import { greyRunsOf } from '../../src/core/resin/runs.ts';
import type { LayerMotion } from '../../src/core/resin/sequence.ts';
import { packStack, writeStack, type StackManifest } from '../../src/core/resin/stack.ts';
import { inflate, sha256, stackTools } from '../../src/platform/files/stackTools.ts';
import { motionOf } from '../../src/areas/library/model/resinMotion.ts';
import type { ContextChange } from '../../src/areas/rules/fixture.ts';
import { validRecipeFixture, validResinContextFixture } from '../../src/areas/rules/fixture.ts';
import type { StackOutcome } from '../../src/areas/rules/outcome.ts';
import { checkStack } from '../../src/areas/rules/runStack.ts';

const [W, H] = [640, 480];
const PIXEL_MM = 0.05;
/** Peels and comes back in two stages, as a clean job does. */
export const motion: LayerMotion = {
  pauseBeforeLiftS: 0,
  lift: [
    { mm: 3, mmPerS: 1 },
    { mm: 4, mmPerS: 1 },
  ],
  pauseAtTopS: 0,
  return: [
    { mm: 4, mmPerS: 1 },
    { mm: 3, mmPerS: 0.5 },
  ],
  pauseBeforeExposureS: 1.5,
};
export const box = (x: number, y: number, w: number, d: number, fromMm: number, toMm: number): PlateSolid => ({
  ...{ shape: 'box', x, y, w, d, fromMm, toMm },
});
export const disc = (x: number, y: number, w: number, fromMm: number, toMm: number): PlateSolid => ({
  ...{ shape: 'disc', x, y, w, d: w, fromMm, toMm },
});
export const cut = (s: PlateSolid): PlateSolid => ({ ...s, isCut: true });
/** A block that lies on the plate. */
export const block = box(0, 0, 12, 8, 0, 3);

const TIP_FROM_MM = 2.5;
const LAYER_MM = 0.05;
/** A support with its foot, and what of the part grows out of its tip until it meets its neighbours. */
export const support = (x: number, y: number, tipMm = 0.5): readonly PlateSolid[] => [
  disc(x, y, 2.4, 0, 0.6),
  disc(x, y, 1, 0.6, TIP_FROM_MM),
  disc(x, y, tipMm, TIP_FROM_MM, 2.8),
  ...Array.from({ length: 25 }, (_, k) => {
    const fromMm = 2.8 + k * LAYER_MM;
    return box(
      x,
      y,
      Math.min(3, 0.6 + 2 * k * LAYER_MM),
      Math.min(3, 0.6 + 2 * k * LAYER_MM),
      fromMm,
      fromMm + LAYER_MM,
    );
  }),
];
const grid = [-3, 0, 3].flatMap((x) => [-1.5, 1.5].map((y) => [x, y] as const));
/** A slab that stands on six supports. */
export const raised = [...grid.flatMap(([x, y]) => support(x, y)), box(0, 0, 9, 6, 4.05, 5)];

/** A fault put into a job that has none. */
export interface PlantedLayers {
  readonly name: string;
  /** What stands on the plate; a block where nothing is said. */
  readonly solids?: readonly PlateSolid[];
  readonly plate?: Partial<PlateProgram>;
  /** What is done to the pictures of some layers, counted from 1. */
  readonly pictures?: (grey: Uint8Array, layer: number, width: number) => void;
  readonly manifest?: (m: StackManifest) => StackManifest;
  readonly around?: ContextChange;
  /** Rules that find it, each with a piece of the figure it shows; no other finds anything. */
  readonly finds: Readonly<Record<string, string>>;
  readonly isBlocked?: true;
}

/** The stack of a clean job with a fault in it, as somebody brings it along. */
function zipOf({ solids = [block], plate = {}, pictures, manifest }: PlantedLayers): Uint8Array {
  const program: PlateProgram = {
    title: 'a part',
    pixelMm: [PIXEL_MM, PIXEL_MM],
    pixels: [W, H],
    layerMm: LAYER_MM,
    samples: 1,
    lowestGrey: 0,
    compensationMm: 0,
    bottomLayers: 5,
    bottomExposureS: 26,
    transitionLayers: 6,
    motion: motionOf(validRecipeFixture('resin').values),
    fields: [{ exposureS: 2.6, solids }],
    places: [],
    ...plate,
  };
  const zip = writeStack(program, stackTools);
  if (!pictures && !manifest) return zip;
  const read = readStack(zip, sha256);
  if (!read.ok) throw new RangeError(read.failure.what);
  const stack = read.value;
  if (!pictures) return packStack(manifest!(stack.manifest), stack.images, sha256);
  // every layer gets a picture of its own: what is done to one is not done to those like it
  const images = new Map<string, Uint8Array>();
  const layers = stack.manifest.layers.map((layer, i) => {
    const picture = decodeGreyPng(stack.images.get(layer.exposures[0]!.image)!, [W, H], inflate);
    if (!picture.ok) throw new RangeError(picture.failure.what);
    const grey = picture.value.grey.slice();
    pictures(grey, i + 1, W);
    const rows = rowsOfRuns(greyRunsOf(grey, W, H), W, H);
    const image = `image-${String(i + 1).padStart(4, '0')}.png`;
    images.set(image, encodeGreyPng(rows, W, H, stackTools.deflate));
    return { ...layer, exposures: [{ image, seconds: layer.exposures[0]!.seconds }] };
  });
  return packStack({ ...stack.manifest, layers }, images, sha256);
}

/** Surroundings in which every rule has what it asks for, as far as layers that came as they are can have it. */
function contextOf({ values, known, proofs, ...around }: ContextChange): ReturnType<typeof validResinContextFixture> {
  return validResinContextFixture({
    ...around,
    values: {
      ...{ pixelMm: PIXEL_MM, screenPixelsX: W, screenPixelsY: H, travelXMm: 32, travelYMm: 24, vatMl: 300 },
      ...values,
    },
    known: { inVatMl: 200, ...known },
    proofs: {
      irradianceMwPerCm2: { conditions: { light: Array.from({ length: 15 }, () => 3) } },
      ...proofs,
    },
  });
}
export function judgeLayers(fault: PlantedLayers): StackOutcome {
  const read = readStack(zipOf(fault), sha256);
  if (!read.ok) throw new RangeError(read.failure.what);
  const measured = runAll(measuringStack(read.value, inflate));
  if (!measured.ok) throw new RangeError(measured.failure.what);
  return checkStack({ stack: measured.value, context: contextOf(fault.around ?? {}) });
}
