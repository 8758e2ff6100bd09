import { strFromU8, unzipSync } from 'fflate';
import { inflateZlib } from '../core/formats/inflate.ts';
import { lightOf, lightOfRuns, type LightWindow } from '../core/resin/light.ts';
import { layerSeconds, type PlateProgram } from '../core/resin/plate.ts';
import { runsOfGreyPng } from '../core/resin/png.ts';
import { lightS, type StackManifest } from '../core/resin/stack.ts';
import { asChecked } from '../core/result/checked.ts';
import { shadeTable } from '../ui/path/shades.ts';
import type { Painted, PaintRequest } from './paintPath.ts';

/** Something to look at in some layers, mm from the middle of the screen. */
export interface LayerMark {
  readonly of: 'island' | 'room';
  readonly from: number;
  readonly to: number;
  readonly at: readonly [x: number, y: number];
}
/** A layer stack as it will be sent; checked by whoever judged it. */
export interface StackPicture {
  readonly stack: Blob;
  readonly marks: readonly LayerMark[];
}
/** What is drawn: light of a layer by cell of a window, and how long its longest is. */
interface Drawn {
  readonly pixelMm: readonly [number, number];
  readonly pixels: readonly [number, number];
  readonly light: (layer: number, w: LightWindow) => Float32Array;
  /** Whether the layer can be drawn at once. */
  readonly isRead: (layer: number) => boolean;
  readonly read: (layer: number) => void;
  readonly seconds: (layer: number) => number;
  readonly marks: readonly LayerMark[];
  /** Whether the layer before shows through where nothing is lit. */
  readonly showsBefore: boolean;
}

let drawn: Promise<Drawn> | null = null;
let newest: PaintRequest | null = null;
const shades = shadeTable();
const BEFORE = 0xff_6f_7d_8f; // pale clay, as bytes of a pixel from the last
const MOST_KNOWN = 64;
/** Layers that are read ahead on either side. */
const AHEAD = 3;
const RING_PX = 14;
const RINGS = { island: '#a3372c', room: '#a8781f' } as const;

/** Takes a plate or a stack once, then draws layers of it pixel by pixel as the screen will show them; overtaken requests are left out. */
self.onmessage = ({ data }: MessageEvent<{ picture: PlateProgram | StackPicture } | PaintRequest>) => {
  if ('picture' in data) {
    drawn = 'stack' in data.picture ? openStack(data.picture) : Promise.resolve(ofPlate(data.picture));
    return;
  }
  newest = data;
  setTimeout(() => void paint(data));
};

const ofPlate = (p: PlateProgram): Drawn => ({
  pixelMm: p.pixelMm,
  pixels: p.pixels,
  light: (layer, w) => lightOf(p, layer, w),
  isRead: () => true,
  read: () => undefined,
  seconds: (layer) => layerSeconds(p, layer),
  marks: [],
  showsBefore: false,
});

async function openStack({ stack, marks }: StackPicture): Promise<Drawn> {
  const zip = new Uint8Array(await stack.arrayBuffer());
  const file = (name: string): Uint8Array => unzipSync(zip, { filter: (f) => f.name === name })[name]!;
  const manifest = asChecked<StackManifest>(JSON.parse(strFromU8(file('manifest.json'))));
  const { pixels, pixelMm } = manifest.printer;
  /** Where pictures are unpacked, one after the other; what is packed has a checksum of its own in each. */
  const room = new Uint8Array((pixels[0] + 1) * pixels[1]);
  /** Pictures asked for last, each by its name. */
  const known = new Map<string, Int32Array>();
  const read = (image: string): Int32Array => {
    let runs = known.get(image);
    if (!runs) {
      const lit = runsOfGreyPng(file(image), pixels, (packed, mostBytes) =>
        inflateZlib(packed, mostBytes, { isGuarded: true, into: room }),
      );
      runs = lit.ok ? lit.value : new Int32Array(0);
    }
    known.delete(image); // asked for last, it is the last to be forgotten
    known.set(image, runs);
    if (known.size > MOST_KNOWN) known.delete(known.keys().next().value!);
    return runs;
  };
  const imagesOf = (layer: number): readonly string[] => manifest.layers[layer]?.exposures.map((e) => e.image) ?? [];
  return {
    pixelMm,
    pixels,
    light: (layer, w) =>
      lightOfRuns(
        manifest.layers[layer]!.exposures.map(({ image, seconds }) => ({ runs: read(image), seconds })),
        pixels,
        w,
      ),
    isRead: (layer) => imagesOf(layer).every((image) => known.has(image)),
    read: (layer) => imagesOf(layer).forEach(read),
    seconds: (layer) => lightS(manifest.layers[layer]!),
    marks,
    showsBefore: true,
  };
}

/** What has come meanwhile is heard first. */
const pause = (): Promise<void> =>
  new Promise((later) => {
    setTimeout(later);
  });
/** The layer at once; with the one before through it as soon as that is read; then its neighbours are read ahead. */
async function paint(request: PaintRequest): Promise<void> {
  const d = await drawn;
  const isOvertaken = (): boolean => request !== newest;
  if (!d || isOvertaken()) return;
  const before = request.layer - 1;
  const isThrough = before < 0 || d.isRead(before);
  draw(d, request, d.showsBefore && before >= 0 && isThrough);
  if (!d.showsBefore) return;
  if (!isThrough) {
    await pause();
    if (isOvertaken()) return;
    draw(d, request, true);
  }
  // whoever has stopped here goes on from here
  for (let k = 1; k <= AHEAD; k++)
    for (const next of [request.layer + k, request.layer - k]) {
      await pause();
      if (isOvertaken()) return;
      d.read(next);
    }
}

function draw(d: Drawn, request: PaintRequest, withBefore: boolean): void {
  const [width, height] = [Math.round(request.width * request.dense), Math.round(request.height * request.dense)];
  const { view, layer } = request;
  const { pixelMm, pixels } = d;
  const mmPerCell = 1 / (view.pxPerMm * request.dense);
  const [stepX, stepY] = [mmPerCell / pixelMm[0], mmPerCell / pixelMm[1]];
  const window = {
    left: pixels[0] / 2 + view.xMm / pixelMm[0] - (stepX * width) / 2,
    top: pixels[1] / 2 - view.yMm / pixelMm[1] - (stepY * height) / 2,
    stepX,
    stepY,
    width,
    height,
  };
  const light = d.light(layer, window);
  const before = withBefore ? d.light(layer - 1, window) : null;
  const canvas = new OffscreenCanvas(Math.max(1, width), Math.max(1, height));
  const g = canvas.getContext('2d')!;
  const image = g.createImageData(canvas.width, canvas.height);
  const cells = new Uint32Array(image.data.buffer);
  const most = d.seconds(layer);
  const isOn = (from: number, step: number, i: number, count: number): boolean =>
    from + (i + 0.5) * step >= 0 && from + (i + 0.5) * step < count;
  const columns = Array.from({ length: width }, (_, x) => x).filter((x) => isOn(window.left, stepX, x, pixels[0]));
  const [left, right] = [columns[0] ?? 0, (columns.at(-1) ?? -1) + 1];
  const shadePerS = (shades.length - 1) / most;
  for (let y = 0; y < height; y++) {
    if (!isOn(window.top, stepY, y, pixels[1])) continue;
    for (let i = y * width + left; i < y * width + right; i++) {
      const lit = light[i]!;
      cells[i] = lit === 0 && before && before[i]! > 0 ? BEFORE : shades[(lit * shadePerS + 0.5) | 0]!;
    }
  }
  g.putImageData(image, 0, 0);
  g.lineWidth = 2 * request.dense;
  for (const mark of d.marks) {
    if (layer < mark.from || layer > mark.to) continue;
    const x = (mark.at[0] - view.xMm) * view.pxPerMm * request.dense + width / 2;
    const y = (view.yMm - mark.at[1]) * view.pxPerMm * request.dense + height / 2;
    g.strokeStyle = RINGS[mark.of];
    g.beginPath();
    g.arc(x, y, RING_PX * request.dense, 0, 2 * Math.PI);
    g.stroke();
  }
  const bitmap = canvas.transferToImageBitmap();
  const painted: Painted = { request, bitmap };
  self.postMessage(painted, { transfer: [bitmap] });
}
