import type { PathPicture } from '../src/ui/path/paint.ts';
import { showPicture } from '../src/ui/path/showPicture.ts';
import { fit, moved, type View } from '../src/ui/path/view.ts';
import type { Painted, PaintRequest } from '../src/workers/paintPath.ts';

const WIDTH = 800;
const HEIGHT = 380;
const SIDE_MM = 200;

/** A layer of so many short pieces that fill a square: dense rings, as a fine layer of a large part has them. */
function denseLayer(count: number): PathPicture {
  const column = (): Float32Array => new Float32Array(count);
  const s = { x0: column(), y0: column(), x1: column(), y1: column() };
  let [x, y] = [SIDE_MM / 2, 0];
  for (let i = 0; i < count; i++) {
    const r = (SIDE_MM / 2) * (1 - i / count);
    const a = i * 0.013;
    [s.x0[i], s.y0[i]] = [x, y];
    [x, y] = [r * Math.cos(a), r * Math.sin(a)];
    [s.x1[i], s.y1[i]] = [x, y];
  }
  const empty = column();
  return {
    path: {
      count,
      ...s,
      layer: new Uint16Array(count),
      extruded: new Uint8Array(count).fill(1),
      head: new Uint8Array(count),
      nozzleC: empty,
      mmPerS: empty,
      mmPerS2: empty,
      retractedMm: empty,
      areaMm2: empty,
      layerZMm: [0.2],
      isCut: false,
    },
    steps: Uint8Array.from({ length: count }, (_, i) => ((i / 997) | 0) % 5),
    isOfTravel: false,
    lineMm: 0.4,
  };
}

/** Times of drags (each shows the moved picture) and of sharp pictures from the worker, ms. */
export async function measure(workerCode: string, count: number, drags: number, redraws: number) {
  const canvas = document.createElement('canvas');
  canvas.width = WIDTH;
  canvas.height = HEIGHT;
  document.body.append(canvas);
  const worker = new Worker(URL.createObjectURL(new Blob([workerCode], { type: 'text/javascript' })));
  worker.postMessage({ picture: denseLayer(count) });
  let view: View = fit([-SIDE_MM / 2, SIDE_MM / 2, -SIDE_MM / 2, SIDE_MM / 2], WIDTH, HEIGHT, 14);
  let id = 0;
  const sharp = (): Promise<Painted> =>
    new Promise((done) => {
      worker.onmessage = ({ data }: MessageEvent<Painted>) => done(data);
      const request: PaintRequest = { id: ++id, layer: 0, view, width: WIDTH, height: HEIGHT, dense: 1 };
      worker.postMessage(request);
    });
  let painted = await sharp();
  const redrawMs: number[] = [];
  for (let i = 0; i < redraws; i++) {
    view = moved(view, 3, 2);
    const t = performance.now();
    painted = await sharp();
    showPicture(canvas, painted, view);
    redrawMs.push(performance.now() - t);
  }
  const dragMs: number[] = [];
  for (let i = 0; i < drags; i++) {
    await new Promise(requestAnimationFrame);
    const t = performance.now();
    view = moved(view, 2, 1);
    showPicture(canvas, painted, view);
    canvas.getContext('2d')!.getImageData(0, 0, 1, 1); // waits until it is really drawn
    dragMs.push(performance.now() - t);
  }
  worker.terminate();
  return { redrawMs, dragMs };
}
