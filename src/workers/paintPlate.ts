import { lightOf } from '../core/resin/light.ts';
import { layerSeconds, type PlateProgram } from '../core/resin/plate.ts';
import { shadeTable } from '../ui/path/shades.ts';
import type { Painted, PaintRequest } from './paintPath.ts';

let program: PlateProgram | null = null;
let newest: PaintRequest | null = null;
const shades = shadeTable();

/** Takes a plate once, then draws layers of it pixel by pixel as the screen will show them; overtaken requests are left out. */
self.onmessage = ({ data }: MessageEvent<{ picture: PlateProgram } | PaintRequest>) => {
  if ('picture' in data) {
    program = data.picture;
    return;
  }
  newest = data;
  setTimeout(() => paint(data));
};

function paint(request: PaintRequest): void {
  if (!program || request !== newest) return;
  const [width, height] = [Math.round(request.width * request.dense), Math.round(request.height * request.dense)];
  const { view } = request;
  const { pixelMm, pixels } = program;
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
  const light = lightOf(program, request.layer, window);
  const canvas = new OffscreenCanvas(Math.max(1, width), Math.max(1, height));
  const g = canvas.getContext('2d')!;
  const image = g.createImageData(canvas.width, canvas.height);
  const cells = new Uint32Array(image.data.buffer);
  const most = layerSeconds(program, request.layer);
  const inX = (x: number): boolean =>
    window.left + (x + 0.5) * stepX >= 0 && window.left + (x + 0.5) * stepX < pixels[0];
  const left = Array.from({ length: width }, (_, x) => x).find(inX) ?? width;
  for (let y = 0, i = 0; y < height; y++) {
    const v = window.top + (y + 0.5) * stepY;
    const isOn = v >= 0 && v < pixels[1];
    for (let x = 0; x < width; x++, i++)
      if (isOn && x >= left && inX(x)) cells[i] = shades[Math.round((light[i]! / most) * (shades.length - 1))]!;
  }
  g.putImageData(image, 0, 0);
  const bitmap = canvas.transferToImageBitmap();
  const painted: Painted = { request, bitmap };
  self.postMessage(painted, { transfer: [bitmap] });
}
