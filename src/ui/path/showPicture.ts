import type { Painted } from '../../workers/paintPath.ts';
import { pictureIn, type View } from './view.ts';

/** Puts a picture drawn for another view where it belongs in this one: what is seen until a sharp one is there. */
export function showPicture(canvas: HTMLCanvasElement, { request, bitmap }: Painted, view: View): void {
  const g = canvas.getContext('2d');
  if (!g) return;
  const [left, top, stretch] = pictureIn(view, request.view, request.width, request.height);
  g.setTransform(request.dense, 0, 0, request.dense, 0, 0);
  g.clearRect(0, 0, request.width, request.height);
  g.drawImage(bitmap, left, top, request.width * stretch, request.height * stretch);
}
