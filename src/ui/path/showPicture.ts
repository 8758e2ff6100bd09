import type { Painted } from '../../workers/paintPath.ts';
import { pictureIn, type View } from './view.ts';

/** Puts a picture drawn for another view where it belongs in this one: what is seen until a sharp one is there. */
export function showPicture(canvas: HTMLCanvasElement, { wish, bitmap }: Painted, view: View): void {
  const g = canvas.getContext('2d');
  if (!g) return;
  const [left, top, stretch] = pictureIn(view, wish.view, wish.width, wish.height);
  g.setTransform(wish.dense, 0, 0, wish.dense, 0, 0);
  g.clearRect(0, 0, wish.width, wish.height);
  g.drawImage(bitmap, left, top, wish.width * stretch, wish.height * stretch);
}
