import { inflateSync } from 'node:zlib';
import type { Stack } from '../../src/core/resin/readStack.ts';
import { decodeGreyPng } from '../../src/core/resin/png.ts';
import type { LayerMotion } from '../../src/core/resin/sequence.ts';
import { motionAfter } from '../../src/core/resin/stack.ts';
import { ROOM_C } from './truth.ts';

/** What a finished print shows at one place, from the pictures and seconds the printer was sent and nothing else. */
export interface LitPlace {
  /** Width of what is lit through the place, mm; of what is dark where `isLit` is false. */
  readonly widthMm: number;
  readonly isLit: boolean;
  /** Light the place or its nearest lit neighbour had, s. */
  readonly seconds: number;
  /** Place on the screen, −1 to 1 each way. */
  readonly x: number;
  readonly y: number;
}
const inflate = (packed: Uint8Array, most: number): Uint8Array => inflateSync(packed, { maxOutputLength: most });

export class PrintedStack {
  private readonly pictures = new Map<string, Uint8Array>();
  private readonly seen = new Map<string, LitPlace | null>();

  constructor(
    readonly stack: Stack,
    /** Layers that were finished. */
    readonly layers: number,
    /** Of the resin it was printed in. */
    readonly resinC = ROOM_C,
  ) {}

  /** How the plate moved after the layer at a height; null where that layer was not reached. */
  motionAt(zMm: number): LayerMotion | null {
    const { manifest } = this.stack;
    const layer = Math.min(manifest.layers.length - 1, Math.floor(zMm / manifest.layerMm));
    return layer < this.layers ? motionAfter(manifest, manifest.layers[layer]!) : null;
  }

  private greyOf(image: string): Uint8Array {
    const known = this.pictures.get(image);
    if (known) return known;
    const picture = decodeGreyPng(this.stack.images.get(image)!, this.stack.manifest.printer.pixels, inflate);
    if (!picture.ok) throw new Error(picture.failure.what);
    this.pictures.set(image, picture.value.grey);
    return picture.value.grey;
  }

  /** Seconds of light a pixel had in a layer; shades count by their share. */
  private secondsAt(layer: number, px: number, py: number): number {
    const [width, height] = this.stack.manifest.printer.pixels;
    if (px < 0 || py < 0 || px >= width || py >= height) return 0;
    return this.stack.manifest.layers[layer]!.exposures.reduce(
      (s, e) => s + (this.greyOf(e.image)[py * width + px]! / 255) * e.seconds,
      0,
    );
  }

  /** Looks at a place of the print; null where that layer was not reached. */
  look(xMm: number, yMm: number, zMm: number, along: 'x' | 'y'): LitPlace | null {
    const key = `${xMm}/${yMm}/${zMm}/${along}`;
    if (!this.seen.has(key)) this.seen.set(key, this.lookAt(xMm, yMm, zMm, along));
    return this.seen.get(key)!;
  }

  private lookAt(xMm: number, yMm: number, zMm: number, along: 'x' | 'y'): LitPlace | null {
    const { printer, layers, layerMm } = this.stack.manifest;
    const layer = Math.min(layers.length - 1, Math.floor(zMm / layerMm));
    if (layer >= this.layers) return null;
    const [pitchX, pitchY] = printer.pixelMm;
    const [width, height] = printer.pixels;
    const px = Math.floor(xMm / pitchX + width / 2);
    const py = Math.floor(height / 2 - yMm / pitchY);
    const [dx, dy] = along === 'x' ? [1, 0] : [0, 1];
    const pitch = along === 'x' ? pitchX : pitchY;
    const reach = Math.ceil(12 / pitch);
    const at = (k: number): number => this.secondsAt(layer, px + k * dx, py + k * dy);
    const isLit = at(0) > 0;
    const most = Math.max(...[-2, -1, 0, 1, 2].map(at));
    let sum = 0;
    let seconds = isLit ? most : 0;
    for (const step of [1, -1])
      for (let k = step === 1 ? 0 : -1; Math.abs(k) <= reach; k += step) {
        const s = at(k);
        if (isLit) {
          if (s <= 0) break;
          sum += Math.min(1, s / most);
        } else {
          if (s > 0) {
            // the last, shaded pixel of the wall beside a slot counts by its dark share
            const full = Math.max(s, at(k + step), at(k + 2 * step));
            sum += 1 - s / full;
            seconds = Math.max(seconds, full);
            break;
          }
          sum += 1;
        }
      }
    return {
      widthMm: sum * pitch,
      isLit,
      seconds,
      x: (2 * xMm) / (width * pitchX),
      y: (2 * yMm) / (height * pitchY),
    };
  }
}
