import { byLayer, paintLayer, type ByLayer, type PathPicture } from '../ui/path/paint.ts';
import type { View } from '../ui/path/view.ts';

export interface PaintWish {
  readonly id: number;
  readonly layer: number;
  readonly view: View;
  readonly width: number;
  readonly height: number;
  readonly dense: number;
}
export interface Painted {
  readonly wish: PaintWish;
  readonly bitmap: ImageBitmap;
}

let picture: PathPicture | null = null;
let layers: ByLayer | null = null;

/** Takes a path once, then draws what is wished of it; a wish that a later one has overtaken is left out. */
self.onmessage = ({ data }: MessageEvent<{ picture: PathPicture } | PaintWish>) => {
  if ('picture' in data) {
    picture = data.picture;
    layers = byLayer(data.picture.segments);
    return;
  }
  newest = data;
  setTimeout(() => paint(data)); // after the wishes that already wait
};
let newest: PaintWish | null = null;

function paint(wish: PaintWish): void {
  if (!picture || !layers || wish !== newest) return;
  const { width, height, dense } = wish;
  const canvas = new OffscreenCanvas(Math.max(1, Math.round(width * dense)), Math.max(1, Math.round(height * dense)));
  const g = canvas.getContext('2d')!;
  g.scale(dense, dense);
  paintLayer(g, picture, layers, wish.layer, wish.view, width, height);
  const bitmap = canvas.transferToImageBitmap();
  const painted: Painted = { wish, bitmap };
  self.postMessage(painted, { transfer: [bitmap] });
}
