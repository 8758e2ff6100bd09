import { strFromU8, unzipSync, unzlibSync } from 'fflate';
import { lightOf, lightOfRuns, type LightWindow } from '../core/resin/light.ts';
import { layerSeconds, type PlateProgram } from '../core/resin/plate.ts';
import { decodeGreyPng } from '../core/resin/png.ts';
import { greyRunsOf } from '../core/resin/runs.ts';
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
  readonly seconds: (layer: number) => number;
  readonly marks: readonly LayerMark[];
  /** Whether the layer before shows through where nothing is lit. */
  readonly showsBefore: boolean;
}

let drawn: Promise<Drawn> | null = null;
let newest: PaintRequest | null = null;
const shades = shadeTable();
const BEFORE = 0xff_6f_7d_8f; // pale clay, as bytes of a pixel from the last
const MOST_KNOWN = 8;
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
  seconds: (layer) => layerSeconds(p, layer),
  marks: [],
  showsBefore: false,
});

async function openStack({ stack, marks }: StackPicture): Promise<Drawn> {
  const zip = new Uint8Array(await stack.arrayBuffer());
  const file = (name: string): Uint8Array => unzipSync(zip, { filter: (f) => f.name === name })[name]!;
  const manifest = asChecked<StackManifest>(JSON.parse(strFromU8(file('manifest.json'))));
  const { pixels, pixelMm } = manifest.printer;
  const inflate = (packed: Uint8Array): Uint8Array => unzlibSync(packed);
  /** Pictures drawn last: the layer before is drawn with each. */
  const known = new Map<string, Int32Array>();
  const runsOf = (image: string): Int32Array => {
    const before = known.get(image);
    if (before) return before;
    const runs = readRuns(image);
    if (known.size >= MOST_KNOWN) known.delete(known.keys().next().value!);
    known.set(image, runs);
    return runs;
  };
  const readRuns = (image: string): Int32Array => {
    const picture = decodeGreyPng(file(image), pixels, inflate);
    return picture.ok ? greyRunsOf(picture.value.grey, ...pixels) : new Int32Array(0);
  };
  return {
    pixelMm,
    pixels,
    light: (layer, w) =>
      lightOfRuns(
        manifest.layers[layer]!.exposures.map(({ image, seconds }) => ({ runs: runsOf(image), seconds })),
        pixels,
        w,
      ),
    seconds: (layer) => lightS(manifest.layers[layer]!),
    marks,
    showsBefore: true,
  };
}

async function paint(request: PaintRequest): Promise<void> {
  const d = await drawn;
  if (!d || request !== newest) return;
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
  const before = d.showsBefore && layer > 0 ? d.light(layer - 1, window) : null;
  const canvas = new OffscreenCanvas(Math.max(1, width), Math.max(1, height));
  const g = canvas.getContext('2d')!;
  const image = g.createImageData(canvas.width, canvas.height);
  const cells = new Uint32Array(image.data.buffer);
  const most = d.seconds(layer);
  const inX = (x: number): boolean =>
    window.left + (x + 0.5) * stepX >= 0 && window.left + (x + 0.5) * stepX < pixels[0];
  const left = Array.from({ length: width }, (_, x) => x).find(inX) ?? width;
  for (let y = 0, i = 0; y < height; y++) {
    const v = window.top + (y + 0.5) * stepY;
    const isOn = v >= 0 && v < pixels[1];
    for (let x = 0; x < width; x++, i++)
      if (isOn && x >= left && inX(x))
        cells[i] =
          light[i] === 0 && before && before[i]! > 0
            ? BEFORE
            : shades[Math.round((light[i]! / most) * (shades.length - 1))]!;
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
