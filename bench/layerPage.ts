import type { PlateProgram } from '../src/core/resin/plate.ts';
import { fit, zoomed, type View } from '../src/ui/path/view.ts';
import type { Painted, PaintRequest } from '../src/workers/paintPath.ts';

const WIDTH = 800;
const HEIGHT = 380;
const CLOSER = 6;
/** Layers drawn before the clock counts: the worker starts and its code is compiled. */
const WARM_UP = [0, 40];

/** Times from a request to its picture, ms: each layer as a whole and enlarged. */
export async function measure(workerCode: string, program: PlateProgram, layers: readonly number[]): Promise<number[]> {
  const worker = new Worker(URL.createObjectURL(new Blob([workerCode], { type: 'text/javascript' })));
  worker.postMessage({ picture: program });
  const [x, y] = [0, 1].map((a) => (program.pixels[a]! * program.pixelMm[a]!) / 2) as [number, number];
  const whole: View = fit([-x, x, -y, y], WIDTH, HEIGHT, 14);
  const close = zoomed(whole, CLOSER, 0, 0, whole.pxPerMm / 2);
  const canvas = document.createElement('canvas');
  canvas.width = WIDTH;
  canvas.height = HEIGHT;
  document.body.append(canvas);
  const g = canvas.getContext('2d')!;
  let id = 0;
  const times: number[] = [];
  for (const layer of [...WARM_UP, ...layers])
    for (const view of [whole, close]) {
      const t = performance.now();
      const painted = await new Promise<Painted>((done) => {
        worker.onmessage = ({ data }: MessageEvent<Painted>) => done(data);
        const request: PaintRequest = { id: ++id, layer, view, width: WIDTH, height: HEIGHT, dense: 1 };
        worker.postMessage(request);
      });
      g.drawImage(painted.bitmap, 0, 0);
      g.getImageData(0, 0, 1, 1); // waits until it is really drawn
      painted.bitmap.close();
      times.push(performance.now() - t);
    }
  worker.terminate();
  return times.slice(2 * WARM_UP.length);
}
